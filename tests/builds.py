"""Beds that exist: known to hold for years, or to bow or fail. All facts of the trade; common practice."""

from typing import Any

SHEET = {"kind": "framed_sheet", "sheet": "sheet-wave-half", "rail": "2x4", "post": "4x4"}
CAP = {"cap": {"board": "2x6"}}


def bed(length: str, width: str, construction: dict[str, Any], **rest: Any) -> dict[str, Any]:
    outline = {"shape": "rectangle", "length": length, "width": width}
    return {"schema": 1, "name": "Known", "outline": outline, "construction": construction, **rest}


def pallets(top: str) -> dict[str, Any]:
    panels = {"stave": "pallet-board", "average": "3 1/2 in", "panel": "8 ft", "top": top}
    stood = {"rail": "2x4", "post": "4x4", "post_depth": "none"}
    return bed("8 ft", "4 ft", {"kind": "staves", **panels, **stood}, height="20 in")


def sleepers(sleeper: str, **more: Any) -> dict[str, Any]:
    return {"kind": "sleepers", "sleeper": sleeper, "post": "post-75x75", **more}


HOLD = {
    "24 × 4 ft of sheet, posts every 4 ft, 2 ft in the ground": bed(
        "24 ft",
        "4 ft",
        {**SHEET, "post_limit": "4 ft", "post_depth": "driven", "post_below": "2 ft", "post_drop": "3/4 in"},
        height="24 in",
        add_ons=CAP,
    ),
    "a U of flat frames, 12 × 10 ft, tied mid-side": {
        **bed("12 ft", "10 ft", {}),
        "outline": {
            "shape": "u",
            "length": "12 ft",
            "width": "10 ft",
            "front": "3 ft",
            "left": "3 ft",
            "right": "3 ft",
        },
        "construction": {
            **SHEET,
            "face": "inside",
            "footing": "frames",
            "rails": "flat",
            "stud_limit": "3 ft",
        },
        "height": "21 in",
        "add_ons": {**CAP, "ties": {"count": 1, "stock": "2x4", "levels": "top_and_bottom"}},
    },
    "three hardwood sleepers high, 2.4 m, on battens": bed(
        "2.4 m",
        "1.2 m",
        sleepers("sleeper-50x200", post_depth="none", post_limit="1.2 m"),
        courses=3,
        loads={"species": "oak"},
    ),
    "two oak sleepers of 100 × 200, posts 300 mm deep": bed(
        "4.8 m", "1.2 m", sleepers("sleeper-oak-100x200"), courses=2
    ),
    "a 1.4 m box on corner blocks, 600 high": bed(
        "1.4 m",
        "1.2 m",
        sleepers("sleeper-50x200", held_by="corner_blocks", blocks="inside"),
        courses=3,
    ),
    "two courses of 2×8, 8 × 4 ft, a post in the middle": bed(
        "8 ft", "4 ft", {"kind": "boards", "board": "2x8", "post": "4x4"}, courses=2
    ),
}
FAIL = {
    "8 ft of 2×8 two high, nothing in the middle": bed(
        "8 ft", "4 ft", {"kind": "boards", "board": "2x8", "post": "4x4", "post_limit": "9 ft"}, courses=2
    ),
    "a 12 ft framed wall without ties": bed(
        "12 ft",
        "4 ft",
        {**SHEET, "face": "inside", "footing": "frames", "stud_limit": "3 ft"},
        height="24 in",
        add_ons=CAP,
    ),
    "4 m of 45 mm boards three high on loose battens": bed(
        "4 m",
        "1.2 m",
        {
            "kind": "boards",
            "board": "larch-45x195",
            "post": "post-75x75",
            "post_depth": "none",
            "post_limit": "1 m",
        },
        courses=3,
    ),
    "pallet panels of 8 ft with no rail on top": pallets("none"),
}
BORDERLINE = pallets("rail")

WALLS: dict[str, dict[str, Any]] = {
    **HOLD,
    **FAIL,
    "a long bed of thin boards": bed(
        "3.8 m", "0.7 m", {"kind": "boards", "board": "larch-27x145", "post": "post-75x75"}, courses=3
    ),
    "a long bed of sheet with a cap": bed(
        "6 m",
        "1.2 m",
        {
            "kind": "framed_sheet",
            "sheet": "sheet-wave-18",
            "rail": "larch-45x70",
            "post": "post-75x75",
            "post_drop": "20 mm",
        },
        courses=1,
        add_ons=CAP,
    ),
}
