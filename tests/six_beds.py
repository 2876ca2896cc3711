"""Six whole beds, worked out part by part with pencil and paper before they were planned: what is sawn, how
its ends and notches are cut, what fixes it. All facts of the trade; common practice.

A wall on edge is fixed to a post by one screw for every 75 mm that they share (sleepers 150 mm), two at
least; a fixing bites as deep as what it passes is thick, from 30 to 50 mm.
"""

from dataclasses import dataclass
from typing import Any

Rows = set[tuple[Any, ...]]


@dataclass(frozen=True, kw_only=True)
class Bed:
    """A bed asked for, and what it takes: rows (role, stock, length [mm], how many, ends, notches) and rows
    (joint, how many of them, fixings, fixing, bite [mm]); the count of other goods by item.
    """

    asked: dict[str, Any]
    cuts: Rows
    fixings: Rows
    goods: dict[str, int]


def asked(length: str, width: str, construction: dict[str, Any], **rest: Any) -> dict[str, Any]:
    outline = {"shape": "rectangle", "length": length, "width": width}
    return {"schema": 1, "name": "By hand", "outline": outline, "construction": construction, **rest}


# 3 × 1.2 m of 45 × 195 boards, two courses, long sides through.
# Ends 1200 − 2 × 45 = 1110. Posts stand 390 − 50 above ground and 300 in it. Between the corner posts of the
# front 2910 − 75 = 2835 mm: three bays of at most 1219 (four feet for boards over 38 mm), so two mid posts.
# Course 1 lies 195 mm on its posts (three screws), course 2 145 mm (two). A long board meets four posts, an
# end two: 12 joints a course. Concrete: 8 holes of π/4 · 250² − 75² over 300 mm = 13.04 L each, 12 L a bag.
BOARDS = Bed(
    asked=asked("3 m", "1.2 m", {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"}, courses=2),
    cuts={
        ("wall board", "larch-45x195", 3000, 4, "square", 0),
        ("wall board", "larch-45x195", 1110, 4, "square", 0),
        ("corner post", "post-75x75", 640, 8, "square", 0),
    },
    fixings={
        ("board to post", 24, 12 * 3 + 12 * 2, "screw-100", 55),
        ("corner", 8, 8 * 3, "screw-100", 55),
    },
    goods={"concrete": 9},
)

# 4.8 × 1.2 m of 100 × 200 sleepers, two courses, corners alternating; sold to 3 m. Full timbers first: course
# 1 is 3000 + 1800, course 2 (between the ends, 4600 long) 1600 + 3000 from the other end: joins at 3000 and
# 1700, 1300 apart. Equal pieces would take ten timbers of 2.4 m and two more posts a side: dearer.
# Ends 1000, then 1200. A post at both joins of a long side; four corners: eight, 400 − 50 + 300 long.
# A long side has five ends and middles on posts in each course, an end two: 28 joints.
SLEEPERS = Bed(
    asked=asked(
        "4.8 m", "1.2 m", {"kind": "sleepers", "sleeper": "sleeper-100x200", "post": "post-75x75"}, courses=2
    ),
    cuts={
        ("sleeper", "sleeper-100x200", 3000, 4, "square", 0),
        ("sleeper", "sleeper-100x200", 1800, 2, "square", 0),
        ("sleeper", "sleeper-100x200", 1600, 2, "square", 0),
        ("sleeper", "sleeper-100x200", 1200, 2, "square", 0),
        ("sleeper", "sleeper-100x200", 1000, 2, "square", 0),
        ("corner post", "post-75x75", 650, 8, "square", 0),
    },
    fixings={
        ("sleeper to post", 28, 56, "sleeper-screw-150", 50),
        ("sleeper corner", 8, 16, "sleeper-screw-150", 50),
    },
    goods={"concrete": 9},
)

# 2.4 × 1.2 m of upright boards 100 mm wide and 450 high, two panels in front, one at an end. Front: two
# panels of twelve. End, between the fronts' boards: 1200 − 2 × 18 = 1164 = eleven and one ripped to 64.
# Rails behind the boards: front 2400 − 36 = 2364 in two of 1182, end 1164 − 90 = 1074; low and high. Top
# rail flat: 2400, and 1200 − 2 × 70 between. Posts 450 − 20 + 300; one where the front's panels meet.
# Every stave on two rails, and the end rails' neighbours: at each corner the end of the long rail meets the
# first stave of the short side, low and high: 72 × 2 + 8. Rails: a panel's rail on two posts, so is an end's.
# Top rail on the high rails: five a joint (every 300 mm and one more).
STAVES = Bed(
    asked=asked(
        "2.4 m",
        "1.2 m",
        {"kind": "staves", "average": "100 mm", "rail": "larch-45x70", "post": "post-75x75"},
        height="450 mm",
    ),
    cuts={
        ("stave", "pallet-board", 450, 70, "square", 0),
        ("stave", "pallet-board", 450, 2, "square", 0),
        ("rail", "larch-45x70", 1182, 8, "square", 0),
        ("rail", "larch-45x70", 1074, 4, "square", 0),
        ("top rail", "larch-45x70", 2400, 2, "square", 0),
        ("top rail", "larch-45x70", 1060, 2, "square", 0),
        ("corner post", "post-75x75", 730, 6, "square", 0),
    },
    fixings={
        ("stave to rail", 152, 304, "screw-50", 32),
        ("rail to post", 24, 48, "screw-100", 55),
        ("top rail", 6, 30, "screw-100", 55),
    },
    goods={"concrete": 7},
)

# 2.4 × 1.2 m of corrugated sheet outside, one row of 836 mm, on frames of 45 × 70 and posts 100 × 100.
# Sheets 2400 and 1200 − 36 = 1164. Frames within the sheet, 2364 × 1164: rails 2364, and 1074 between.
# Posts 836 − 20 + 300 in the corners of the frames and one in the middle of the fronts (two bays under
# 1.8 m). A corner post is housed for two rails low and two high, a mid post for one and one; those of the
# left and right hand are no two alike. Studs: two bays of 566 from post to post in front, of 532 at an end:
# six, 836 − 140 long. Screws of the sheet every 250 mm and one more: 11 along 2364, 6 along 1074, 4 along a
# stud, 5 along 816 of post, and 2 where the end of a long rail meets the sheet round the corner. A housed
# rail is held by its housing and wants 20 mm of bite: 45 + 20, so 70 long. A stud skewed: 31.5 passed.
SHEET = Bed(
    asked=asked(
        "2.4 m",
        "1.2 m",
        {
            "kind": "framed_sheet",
            "sheet": "sheet-wave-18",
            "rail": "larch-45x70",
            "post": "post-100x100",
            "post_drop": "20 mm",
        },
        courses=1,
    ),
    cuts={
        ("sheet", "sheet-wave-18", 2400, 2, "square", 0),
        ("sheet", "sheet-wave-18", 1164, 2, "square", 0),
        ("rail", "larch-45x70", 2364, 4, "square", 0),
        ("rail", "larch-45x70", 1074, 4, "square", 0),
        ("stud", "larch-45x70", 696, 6, "square", 0),
        ("corner post", "post-100x100", 1116, 2, "square", 4),
        ("mid post", "post-100x100", 1116, 2, "square", 2),
    },
    fixings={
        ("sheet to rail", 16, 4 * 11 + 4 * 6 + 8 * 2, "sheet-screw-35", None),
        ("sheet to stud", 6, 6 * 4, "sheet-screw-35", None),
        ("sheet to post", 10, 10 * 5, "sheet-screw-35", None),
        ("rail in post", 20, 40, "screw-70", 25),
        ("frame to frame", 8, 16, "screw-100", 55),
        # Passes 45 × 0.7 = 31.5 mm at its angle.
        ("stud to rail, skewed", 12, 24, "screw-60", 28.5),
    },
    goods={"concrete": 6, "corner-membrane": 4},
)

# An L, 3 × 2.4 m, its legs 0.9 m, of 45 × 195 boards. Walked from the front left corner: 3000, 900, 2100,
# 1500, 900, 2400; the longer of two sides runs through. 3000 stays whole; 900 butts twice: 810, two of them;
# 2100 stays whole; 1500 passes the inner corner by 45: 1545; 2400 butts once: 2355.
# Posts: one in each of five corners, two at the inner one; between them two in front, one in 2100, 1500 and
# 2400: twelve. A course meets 4 + 2 + 3 + 3 + 2 + 3 = 17 of them.
# Holes of 250 mm, 300 deep, less 75 × 75: 13.04 L each, 156.5 L. The two at the inner corner stand 113 mm
# apart: their holes share 21,801 mm², 6.5 L. 150 L are 13 bags of 12 L.
ELL = Bed(
    asked={
        "schema": 1,
        "name": "By hand",
        "outline": {"shape": "l", "length": "3 m", "width": "2.4 m", "front": "900 mm", "left": "900 mm"},
        "construction": {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
        "courses": 2,
    },
    cuts={
        ("wall board", "larch-45x195", 3000, 2, "square", 0),
        ("wall board", "larch-45x195", 2355, 2, "square", 0),
        ("wall board", "larch-45x195", 2100, 2, "square", 0),
        ("wall board", "larch-45x195", 1545, 2, "square", 0),
        ("wall board", "larch-45x195", 810, 4, "square", 0),
        ("corner post", "post-75x75", 640, 12, "square", 0),
    },
    fixings={
        ("board to post", 34, 17 * 3 + 17 * 2, "screw-100", 55),
        ("corner", 12, 12 * 3, "screw-100", 55),
    },
    goods={"concrete": 13},
)

# 2.2 × 0.8 m of 50 × 200 sleepers, two courses, its back hung on the wall, a bench in front. The ends run to
# the wall, past the bed by a ledger of 75: 875, or 825 where the front runs through; the back butts between
# them in both courses, 2100. Three ledgers of 350 (half-way 1012 mm, under 1.52 m); in front two corner posts
# and one between, 350 above the ground and as deep. The bench: two boards (296 mm), 276 of bearer under
# them, 70 high on rails at the wall and 20 behind the front edge; legs 60 from the ends and every 693
# between, so four, 420 − 27 − 70 = 323 high; bearers over them and half-way, so seven.
HUNG = Bed(
    asked=asked(
        "2.2 m",
        "0.8 m",
        {
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-75x75",
            "hung": {"side": "back"},
        },
        courses=2,
        add_ons={
            "seats": {
                "sides": ["front"],
                "board": "larch-27x145",
                "rail": "larch-45x70",
                "height": "420 mm",
                "depth": "300 mm",
                "overhang": "20 mm",
            }
        },
    ),
    cuts={
        ("sleeper", "sleeper-50x200", 2200, 1, "square", 0),
        ("sleeper", "sleeper-50x200", 2100, 3, "square", 0),
        ("sleeper", "sleeper-50x200", 875, 2, "square", 0),
        ("sleeper", "sleeper-50x200", 825, 2, "square", 0),
        ("corner post", "post-75x75", 700, 3, "square", 0),
        ("ledger post", "post-75x75", 350, 3, "square", 0),
        ("seat board", "larch-27x145", 2200, 2, "square", 0),
        ("seat rail", "larch-45x70", 2200, 2, "square", 0),
        ("seat bearer", "larch-45x70", 276, 7, "square", 0),
        ("seat leg", "larch-45x70", 323, 4, "square", 0),
    },
    fixings={
        ("sleeper to post", 20, 40, "sleeper-screw-100", 50),
        ("sleeper corner", 8, 16, "sleeper-screw-100", 50),
        ("seat to bearer", 14, 28, "screw-60", 33),
        ("rail to wall", 1, 17, "screw-80", 35),
        ("rail to leg", 4, 20, "screw-80", 35),
        ("bearer to rail, skewed", 14, 28, "screw-60", 28.5),
    },
    goods={"wall-anchor": 6, "leg-pad": 4},
)

SIX = {"boards": BOARDS, "sleepers": SLEEPERS, "staves": STAVES, "sheet": SHEET, "l": ELL, "hung": HUNG}
