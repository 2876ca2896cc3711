"""Random designs that a gardener could mean."""

from collections.abc import Callable
from typing import Any

from hypothesis import strategies as st

from acrebox.core.construction import registered
from acrebox.core.design import Posted, constructions
from acrebox.core.stock import catalogue

BOARDS = [t.key for t in catalogue().timber if t.use == "board"]
POSTS = [t.key for t in catalogue().timber if t.use == "post"]
LAYERS: list[list[dict[str, Any]]] = [
    [{"material": "topsoil-blend", "share": 100}],
    [
        {"material": "garden-soil", "share": 50},
        {"material": "compost", "share": 40},
        {"material": "manure", "share": 10},
    ],
    [
        {"material": "logs", "depth": "60 mm"},
        {"material": "garden-soil", "share": 70},
        {"material": "compost", "share": 30},
    ],
    [
        {"material": "gravel", "depth": "20 mm"},
        {"material": "topsoil-blend", "share": 100},
        {"material": "bark-fines", "depth": "20 mm"},
    ],
]


def lengths(low: int, high: int) -> st.SearchStrategy[str]:
    """Whole millimetres or sixteenths of an inch between two sizes [mm], as written."""
    metric = st.integers(low, high).map(lambda mm: f"{mm} mm")
    imperial = st.integers(low * 10 // 16 + 1, high * 10 // 16).map(
        lambda n: f"{n // 16} {n % 16}/16 in" if n % 16 else f"{n // 16} in"
    )
    return metric | imperial


SLEEPERS = [t.key for t in catalogue().timber if t.use == "sleeper"]
RAILS = [t.key for t in catalogue().timber if t.use == "rail"]
SHEETS = [s.key for s in catalogue().sheet]
THICK_POSTS = [t.key for t in catalogue().timber if t.use == "post" and t.thickness.mm > 60]
ROOMY = 420
ROOMY_FOR_BLOCKS = 650


def posts(draw: st.DrawFn, stock: list[str] = POSTS) -> dict[str, Any]:
    """Posts by any school."""
    return {
        "post": draw(st.sampled_from(stock)),
        "post_depth": draw(st.sampled_from(["concrete", "as_deep_as_tall", "driven", "none"])),
        "post_top": draw(st.sampled_from(["hidden", "trimmed"])),
    }


@st.composite
def rectangles(draw: st.DrawFn, longest: int = 2300) -> dict[str, Any]:
    """Rectangles measured either way."""
    return {
        "shape": "rectangle",
        "length": draw(lengths(700, longest)),
        "width": draw(lengths(600, 1500)),
        "measured": draw(st.sampled_from(["outside", "inside"])),
    }


@st.composite
def square_cornered(draw: st.DrawFn) -> dict[str, Any]:
    """A rectangle, L, U or H with legs wide enough for walls and posts."""
    shape = draw(st.sampled_from(["rectangle", "l", "u", "h"]))
    if shape == "rectangle":
        return draw(rectangles())
    leg = st.integers(ROOMY + 230, 900)
    left, front = draw(leg), draw(leg)
    width = front + draw(st.integers(ROOMY + 230, 900))
    if shape == "l":
        return {
            "shape": "l",
            "length": f"{left + draw(st.integers(ROOMY + 230, 900))} mm",
            "width": f"{width} mm",
            "front": f"{front} mm",
            "left": f"{left} mm",
        }
    right, bay = draw(leg), draw(st.integers(ROOMY + 230, 700))
    sizes = {"length": f"{left + bay + right} mm", "left": f"{left} mm", "right": f"{right} mm"}
    if shape == "u":
        return {"shape": "u", "width": f"{width} mm", "front": f"{front} mm", **sizes}
    return {
        "shape": "h",
        "width": f"{front + 2 * draw(st.integers(ROOMY + 230, 700))} mm",
        "bar": f"{front} mm",
        **sizes,
    }


@st.composite
def long_legged(draw: st.DrawFn) -> dict[str, Any]:
    """An L or a U with sides of several sticks."""
    leg, run = st.integers(900, 1400), st.integers(2500, 7000)
    left, front = draw(leg), draw(leg)
    width, length = front + draw(run), left + draw(run)
    sizes = {"length": f"{length} mm", "width": f"{width} mm", "front": f"{front} mm", "left": f"{left} mm"}
    if draw(st.booleans()):
        return {"shape": "l", **sizes}
    return {"shape": "u", **sizes, "right": f"{draw(leg)} mm", "length": f"{length + 1400} mm"}


@st.composite
def any_outline(draw: st.DrawFn) -> dict[str, Any]:
    """Square-cornered outlines, regular polygons, and four-sided ones with corners askew."""
    kind = draw(st.sampled_from(["square", "square", "regular", "askew"]))
    if kind == "square":
        return draw(square_cornered())
    if kind == "regular":
        return {
            "shape": "regular",
            "sides": draw(st.integers(3, 9)),
            "side": f"{draw(st.integers(1300, 2000))} mm",
            "measured": draw(st.sampled_from(["outside", "inside"])),
        }
    corner = draw(st.integers(62, 118))
    sides = [
        {"length": f"{draw(st.integers(1500, 2200))} mm", "corner": corner},
        {"length": f"{draw(st.integers(1300, 1800))} mm", "corner": 180 - corner},
    ]
    return {"shape": "polygon", "sides": [*sides, {"length": sides[0]["length"], "corner": corner}]}


def bed(
    draw: st.DrawFn, outline: dict[str, Any], construction: dict[str, Any], **rest: Any
) -> dict[str, Any]:
    """The parts of a design that have nothing to do with its construction."""
    if draw(st.booleans()):
        cap = {
            "board": "2x6",
            "overhang": draw(st.sampled_from(["0", "3/4 in"])),
            "corner": draw(st.sampled_from(["mitred", "butted"])),
        }
        rest["add_ons"] = {"cap": cap} if construction["kind"] in ("boards", "staves") else {}
    return {
        "schema": 1,
        "name": "Random bed",
        "outline": outline,
        "construction": construction,
        "bench": {
            "kerf": draw(st.sampled_from(["0", "3 mm", "1/8 in"])),
            "trim": draw(st.sampled_from(["0", "10 mm"])),
        },
        "fill": {"layers": draw(st.sampled_from(LAYERS)), "keep_back": draw(st.integers(0, 2))},
        **rest,
    }


@st.composite
def board_designs(
    draw: st.DrawFn, outlines: st.SearchStrategy[dict[str, Any]] | None = None
) -> dict[str, Any]:
    """Beds of boards: any stock, corner, school, cap, saw and fill; rectangles unless told otherwise."""
    construction = {
        "kind": "boards",
        "board": draw(st.sampled_from(BOARDS)),
        "corner": draw(st.sampled_from(["long_through", "short_through", "alternate", "mitred"])),
        "posts": draw(st.sampled_from(["inside", "inside", "outside"])),
        "heads": draw(st.sampled_from(["outside", "inside"])),
        **posts(draw),
    }
    return bed(
        draw,
        draw(rectangles() if outlines is None else outlines),
        construction,
        courses=draw(st.integers(1, 4)),
    )


@st.composite
def sleeper_designs(
    draw: st.DrawFn, outlines: st.SearchStrategy[dict[str, Any]] | None = None
) -> dict[str, Any]:
    """Beds of sleepers up to three sleepers long, by every way of holding them; any square-cornered outline
    unless told otherwise.
    """
    outline = draw(st.one_of(rectangles(longest=6500), square_cornered()) if outlines is None else outlines)
    construction = {
        "kind": "sleepers",
        "sleeper": draw(st.sampled_from(SLEEPERS)),
        "lay": (
            draw(st.sampled_from(["edge", "flat"]))
            if outline["shape"] == "rectangle" and draw(st.booleans())
            else "edge"
        ),
        "corner": draw(st.sampled_from(["alternate", "long_through", "short_through"])),
        "held_by": draw(st.sampled_from(["posts_inside", "posts_outside", "corner_blocks"])),
        **posts(draw, ["post-75x75", "post-4x4"]),
    }
    if construction["held_by"] == "corner_blocks":
        # Thick timbers and flat ones stand on blocks only by some styles of corner.
        construction |= {"sleeper": "sleeper-50x200", "lay": "edge"}
        roomy = outline["shape"] != "rectangle" or float(outline["width"].split()[0]) > ROOMY_FOR_BLOCKS
        construction["blocks"] = draw(st.sampled_from(["outside", "inside"])) if roomy else "outside"
    if construction["lay"] == "flat":
        outline = {**outline, "length": "2.2 m", "width": "1.4 m", "measured": "outside"}
    if outline["shape"] == "rectangle" and construction["held_by"] == "posts_inside" and draw(st.booleans()):
        construction["hung"] = {"side": draw(st.sampled_from(["back", "left"])), "obstacle": "1.9 m"}
    return bed(draw, outline, construction, courses=draw(st.integers(2, 4)))


@st.composite
def stave_designs(
    draw: st.DrawFn, outlines: st.SearchStrategy[dict[str, Any]] | None = None
) -> dict[str, Any]:
    """Beds of pallet boards, measured one by one or by their average; any square-cornered outline unless told
    otherwise.
    """
    construction: dict[str, Any] = {
        "kind": "staves",
        "rail": draw(st.sampled_from(RAILS)),
        "panel": f"{draw(st.integers(500, 1400))} mm",
        "panels": draw(st.sampled_from(["even", "modules"])),
        "corner": draw(st.sampled_from(["long_through", "short_through"])),
        **posts(draw, ["post-75x75", "post-2x4"]),
    }
    if draw(st.booleans()):
        construction["average"] = f"{draw(st.integers(60, 140))} mm"
    else:
        some = draw(st.lists(st.integers(70, 145), min_size=6, max_size=12))
        construction["widths"] = [f"{w} mm" for w in some * (40 if outlines is None else 160)]
    outline = draw(square_cornered() if outlines is None else outlines)
    return bed(draw, outline, construction, height=f"{draw(st.integers(300, 900))} mm")


@st.composite
def sheet_designs(
    draw: st.DrawFn, outlines: st.SearchStrategy[dict[str, Any]] | None = None
) -> dict[str, Any]:
    """Frames with corrugated sheet, inside or outside, on posts or on frames alone; any square-cornered
    outline unless told otherwise.
    """
    construction = {
        "kind": "framed_sheet",
        "sheet": draw(st.sampled_from(SHEETS)),
        "rail": draw(st.sampled_from(RAILS)),
        "face": draw(st.sampled_from(["outside", "inside"])),
        "footing": draw(st.sampled_from(["posts", "frames"])),
        "rails": draw(st.sampled_from(["edge", "edge", "flat"])),
        "sheets": draw(st.sampled_from(["lap", "butt"])),
        "stud_limit": f"{draw(st.integers(350, 900))} mm",
        "corner": draw(st.sampled_from(["long_through", "short_through"])),
        **posts(draw, THICK_POSTS),
        "post_drop": "20 mm",
    }
    if construction["rails"] == "flat":
        construction["post"] = "post-6x6"  # no other is thicker than a rail that lies flat
    sizes: list[dict[str, Any]] = [{"courses": 1}, {"courses": 2}, {"height": "500 mm"}]
    size = draw(st.sampled_from(sizes))
    if size == {"courses": 2} and construction["post_depth"] == "as_deep_as_tall":
        construction["post_depth"] = "concrete"  # no post is sold that long
    return bed(draw, draw(square_cornered() if outlines is None else outlines), construction, **size)


@st.composite
def ring_designs(draw: st.DrawFn) -> dict[str, Any]:
    """Rings of three to eight sheets, by their sheets or by a diameter, with or without a cap; some ovals."""
    sheet = draw(st.sampled_from(SHEETS))
    cover = {"sheet-wave-18": 760.0, "sheet-wave-half": 609.6}[sheet]
    count = draw(st.integers(3, 8))
    construction: dict[str, Any] = {
        "kind": "ring",
        "sheet": sheet,
        "bury": draw(st.sampled_from(["0 mm", "100 mm"])),
        "guard": draw(st.sampled_from(["hose", "bead", "none"])),
        "strap": draw(st.booleans()),
    }
    outline: dict[str, Any] = {"shape": "circle"}
    if draw(st.booleans()):
        construction["sheets"] = count
    elif count > 5 and draw(st.booleans()):
        outline = {"shape": "oval", "length": f"{round(cover * count / 2 - 300)} mm", "width": "900 mm"}
        construction["ties"] = {}
    else:
        outline["diameter"] = f"{round(cover * count / 3.1415926) + draw(st.integers(-90, 90))} mm"
    if outline["shape"] == "circle" and draw(st.booleans()):
        construction["cap"] = {
            "sides": draw(st.integers(4, 10)),
            "board": "larch-27x145",
            "over": draw(st.sampled_from(["centre", "inside", "outside"])),
            "held": draw(st.sampled_from(["loose", "fixed"])),
        }
    return bed(draw, outline, construction, height=f"{draw(st.integers(350, 900))} mm")


def legged_outline(draw: st.DrawFn) -> dict[str, Any]:
    """A rectangle, L, U or H with room for blocks."""
    shape = draw(st.sampled_from(["rectangle", "l", "u", "h"]))
    a, b, c = (draw(st.integers(720, 1300)) for _ in range(3))
    bay, deep = draw(st.integers(750, 1500)), draw(st.integers(750, 1500))
    if shape == "rectangle":
        return {"shape": shape, "length": f"{a + bay} mm", "width": f"{b} mm"}
    sizes = {"width": f"{b + deep} mm", "front": f"{b} mm", "left": f"{a} mm"}
    if shape == "l":
        return {"shape": shape, "length": f"{a + bay} mm", **sizes}
    long = {"length": f"{a + bay + c} mm", "right": f"{c} mm", **sizes}
    if shape == "u":
        return {"shape": shape, **long}
    long.pop("front")
    return {"shape": shape, **long, "width": f"{b + 2 * deep} mm", "bar": f"{b} mm"}


@st.composite
def block_designs(draw: st.DrawFn) -> dict[str, Any]:
    """Walls of blocks, dry or in mortar, on any right-angled outline."""
    construction = {
        "kind": "blocks",
        "block": draw(st.sampled_from(["400x200x200", "16x8x8"])),
        "laid": draw(st.sampled_from(["dry", "mortared"])),
        "cores": draw(st.sampled_from(["soil", "stone", "concrete", "empty"])),
        "bars": draw(st.sampled_from(["none", "corners", "all"])),
        "pockets": draw(st.booleans()),
        "cap": draw(st.booleans()),
        "fabric": draw(st.booleans()),
    }
    return bed(draw, legged_outline(draw), construction, courses=draw(st.integers(1, 4)))


@st.composite
def trough_designs(draw: st.DrawFn) -> dict[str, Any]:
    """Troughs as they are sold, and of any size and taper."""
    construction: dict[str, Any] = {"kind": "trough", "drain": draw(st.sampled_from(["drilled", "plug"]))}
    site = {"site": {"stands_on": draw(st.sampled_from(["soil", "blocks", "paving"]))}}
    if draw(st.booleans()):
        listed = ["trough-oval-1800", "trough-round-900", "trough-long-6x2"]
        construction["trough"] = draw(st.sampled_from(listed))
        return bed(draw, {"shape": "oval", "length": "1 m", "width": "500 mm"}, construction, **site)
    width = draw(st.integers(400, 1000))
    length = width + draw(st.integers(0, 900))
    shape = draw(st.sampled_from(["oval", "rectangle"]))
    if draw(st.booleans()):
        by = draw(st.integers(0, 150))
        construction["base"] = {"length": f"{length - by} mm", "width": f"{width - by} mm"}
    outline = {"shape": shape, "length": f"{length} mm", "width": f"{width} mm"}
    return bed(draw, outline, construction, height=f"{draw(st.integers(250, 800))} mm", **site)


HALF = {"history": "food"}
BOX = {"shape": "rectangle", "length": "1 m", "width": "600 mm"}


@st.composite
def tote_designs(draw: st.DrawFn) -> dict[str, Any]:
    """Halves of caged tanks, clad or not."""
    tote = {
        "kind": "tote",
        "half": draw(st.sampled_from(["lower", "upper"])),
        "halves": draw(st.sampled_from(["one", "both"])),
        **HALF,
    }
    if draw(st.booleans()):
        tote["cladding"] = draw(st.sampled_from(["larch-45x195", "larch-27x145"]))
    return bed(draw, BOX, tote, site=on_soil_or_blocks(draw))


@st.composite
def drum_designs(draw: st.DrawFn) -> dict[str, Any]:
    """Halves of drums, upright or lying."""
    measured = {
        "diameter": f"{draw(st.integers(450, 650))} mm",
        "length": f"{draw(st.integers(700, 950))} mm",
    }
    cut = draw(st.sampled_from(["across", "lengthwise"]))
    halves = draw(st.sampled_from(["one", "both"]))
    drum = {"kind": "drum", "cut": cut, "drum_measured": measured, "halves": halves, **HALF}
    outline = {"shape": "circle"} if cut == "across" else BOX
    return bed(draw, outline, drum, site=on_soil_or_blocks(draw))


def on_soil_or_blocks(draw: st.DrawFn) -> dict[str, Any]:
    return {"stands_on": draw(st.sampled_from(["soil", "blocks"]))}


def half_designs() -> st.SearchStrategy[dict[str, Any]]:
    """Halves of tanks and of drums."""
    return st.one_of(tote_designs(), drum_designs())


OF_EACH: dict[str, Callable[..., st.SearchStrategy[dict[str, Any]]]] = {
    "boards": board_designs,
    "sleepers": sleeper_designs,
    "staves": stave_designs,
    "framed_sheet": sheet_designs,
    "ring": ring_designs,
    "blocks": block_designs,
    "trough": trough_designs,
    "tote": tote_designs,
    "drum": drum_designs,
}
"""How a bed of each construction is drawn; those with walls on posts take outlines."""
if set(OF_EACH) != set(registered()):
    raise LookupError(f"not drawn, or not built: {sorted(set(OF_EACH) ^ set(registered()))}")
WALLED = tuple(kind for kind in registered() if issubclass(constructions.models[kind], Posted))
"""The constructions with walls on posts, that the soil bends between them: on outlines of any sides."""


def round_designs() -> st.SearchStrategy[dict[str, Any]]:
    """A bed without posts."""
    return st.one_of(*(OF_EACH[kind]() for kind in registered() if kind not in WALLED))


def walled_designs() -> st.SearchStrategy[dict[str, Any]]:
    """A bed with walls that the soil bends between their supports."""
    return st.one_of(board_designs(any_outline()), *(OF_EACH[kind]() for kind in WALLED))


def any_design() -> st.SearchStrategy[dict[str, Any]]:
    """A bed of any construction."""
    return st.one_of(walled_designs(), round_designs())


def extras(draw: st.DrawFn, document: dict[str, Any]) -> dict[str, Any]:
    """Some of the add-ons that its construction takes, off-cuts to hand and limits at the yard.

    Not every bed can carry every one of them.
    """
    takes = constructions.models[document["construction"]["kind"]].takes
    add_ons: dict[str, Any] = dict(document.get("add_ons", {}))
    side = "front" if document["outline"]["shape"] == "rectangle" else "side 1"
    choices: dict[str, dict[str, Any]] = {
        "cap": {"board": "2x6", "overhang": "10 mm", "corner": draw(st.sampled_from(["mitred", "butted"]))},
        "ties": {
            "count": draw(st.integers(1, 2)),
            "levels": draw(st.sampled_from(["top", "top_and_bottom"])),
        },
        "straps": {"count": draw(st.integers(1, 2))},
        "seats": {"sides": [side], "height": "300 mm", "depth": "250 mm"},
        "hoops": {"length": "120 mm", "spacing": "900 mm"},
    }
    taken = sorted(set(choices) & set(takes))
    for name in draw(st.sets(st.sampled_from(taken), max_size=3)) if taken else ():
        add_ons[name] = choices[name]
    if "trellis" in takes and "seats" not in add_ons and draw(st.booleans()):
        add_ons["trellis"] = {"side": side, "height": "2.1 m", "spacing": "700 mm"}
    bench, stock = dict(document["bench"]), main_stock(document["construction"])
    if stock is not None and draw(st.booleans()):
        bench["offcuts"] = [
            {"stock": stock, "length": f"{draw(st.integers(400, 2600))} mm", "count": draw(st.integers(1, 3))}
        ]
        if draw(st.booleans()):
            rows = (
                (2400, "9.10", 3),
                (3000, "11.95", draw(st.integers(1, 40))),
                (3600, "14.05", None),
                (7000, "33.30", None),
            )
            bench["lengths"] = [
                {"stock": stock, "length": f"{mm} mm", "price": price, **({"limit": limit} if limit else {})}
                for mm, price, limit in rows
            ]
    return {**document, "add_ons": add_ons, "bench": bench}


def main_stock(construction: dict[str, Any]) -> str | None:
    """What a bed is mainly sawn from; None where nothing is."""
    found = construction.get("board") or construction.get("sleeper") or construction.get("rail")
    return None if found is None else str(found)


def full_design(base: st.SearchStrategy[dict[str, Any]] | None = None) -> st.SearchStrategy[dict[str, Any]]:
    """A bed of any construction with add-ons, off-cuts and limits."""
    return st.composite(lambda draw: extras(draw, draw(base or any_design())))()
