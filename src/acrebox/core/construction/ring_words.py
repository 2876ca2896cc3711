"""What comes of a ring, in figures and words: sheets, diameters, check stick, strap, guard of the edge."""

from math import pi

from acrebox.core.assembly import Good
from acrebox.core.assembly.sizes import perimeter_words
from acrebox.core.construction.ring_choice import GUARDS
from acrebox.core.construction.ring_shape import flat_spot, stands_as
from acrebox.core.construction.ring_sizes import FEWEST, RingMade, to_middle
from acrebox.core.construction.sizes import size
from acrebox.core.design import CircleShape, Design
from acrebox.core.worked import COMMON_PRACTICE, Worked

EDGE_MM = 0.05


def edge_of(ring: RingMade) -> float:
    """The top edge along its waves [mm]."""
    return ring.girth * ring.wave.girth


def ring_guard(ring: RingMade) -> tuple[dict[str, Worked], list[Good]]:
    """What lies over the top edge, and the strap while filling."""
    show, goods = ring.show, list[Good]()
    facts: dict[str, Worked] = {}
    edge = edge_of(ring)
    longer = show.number(ring.wave.girth, 3)
    words = f"{show.length(ring.girth)} × {longer} along the waves = {show.length_and_run(edge)}"
    if ring.choice.guard != "none":
        sold = ring.book.find_good(f"edge-{ring.choice.guard}")
        goods.append(
            Good(key=sold.key, what="edge guard", count=sold.units_of(edge), unit=sold.unit, working=words)
        )
        facts["edge_guard"] = Worked(
            amount=edge,
            unit="mm",
            working=words,
            assumptions=["slit, and pushed over the edge before the first barrow comes near"],
        )
    if ring.choice.strap:
        sold, tail = ring.book.find_good("ratchet-strap"), size("strap_tail", show.built)
        round_it = ring.outline.perimeter + tail
        said = f"round it {show.length(ring.outline.perimeter)} + {show.length(tail)} through the buckle"
        goods.append(
            Good(
                key=sold.key,
                what="strap while filling",
                count=sold.units_of(round_it),
                unit=sold.unit,
                working=f"{said} = {show.length_and_run(round_it)}",
            )
        )
    return facts, goods


def ring_facts(ring: RingMade) -> dict[str, Worked]:
    """Sheets, diameters either way, strap, check stick, and how far out of round it is likely to stand."""
    show, oval = ring.show, bool(ring.middle.straight)
    flat = flat_spot(ring.cover, ring.lap, ring.wave.pitch)
    _, low, high = stands_as(ring.count, ring.cover, flat)
    found = {
        "sheets": Worked(
            amount=ring.count,
            unit="sheets",
            working=(
                f"girth through the middle of the wave: {show.length(ring.girth)} ÷ {show.length(ring.cover)}"
                f" cover = {ring.count}"
            ),
        ),
        "diameter": Worked(
            amount=ring.diameter,
            unit="mm",
            working=f"an oval so wide: {show.length(ring.diameter)}" if oval else _made(ring, ring.count),
            assumptions=[f"each sheet {show.length(ring.width)} wide, lapped by {show.length(ring.lap)}"],
        ),
        **{
            name: Worked(
                amount=ring.across(count),
                unit="mm",
                working=_made(ring, count),
                assumptions=[] if count >= FEWEST else ["two sheets close no ring"],
            )
            for name, count in (("smaller", ring.smaller), ("larger", ring.larger))
        },
        "strap": Worked(
            amount=ring.outline.perimeter,
            unit="mm",
            working=f"round the outside, over the outer ridges: {perimeter_words(ring.outline, show)}",
            assumptions=["at two thirds of the height while it is filled; longer by what the buckle wants"],
        ),
    }
    if not oval:
        stick = ring.diameter - ring.wave.depth
        found["check_stick"] = Worked(
            amount=stick,
            unit="mm",
            working=(
                f"{show.length(ring.diameter)} − wave {show.length(ring.wave.depth)} = {show.length(stick)}"
            ),
            assumptions=["turned inside the ring, it just touches the inner ridges all round"],
            source=COMMON_PRACTICE,
        )
        found["flat_spot"] = Worked(
            amount=flat,
            unit="mm",
            working=(
                f"lap {show.length(ring.lap)} + a wave on either side 2 × {show.length(ring.wave.pitch)} ="
                f" {show.length(flat)}"
            ),
            source=COMMON_PRACTICE,
        )
        found["out_of_round"] = Worked(
            amount=high - low,
            unit="mm",
            working=(
                f"middle to sheet {show.bow(high)} − middle to seam {show.bow(low)} = {show.bow(high - low)};"
                f" {show.bow(high - low)} ÷ radius {show.bow(ring.middle.radius)} ="
                f" {show.number((high - low) / ring.middle.radius * 100)} %"
            ),
            assumptions=["flat at every seam, evenly bent between; a strap and the soil round it further"],
            source="geometry of flats and arcs; how far a seam stays flat: common practice",
        )
    return found


def _made(ring: RingMade, count: int) -> str:
    """What so many sheets make: the diameter of a circle, the length of an oval as wide as it is."""
    show, wide = ring.show, ring.show.length(ring.diameter)
    cover, across = f"{count} × {show.length(ring.cover)} cover", show.length(ring.across(count))
    if ring.middle.straight:
        return f"({cover} − π × {wide}) ÷ 2 + {wide} wide = {across}"
    return f"{cover} ÷ π = {across}"


def ring_snaps(ring: RingMade, design: Design) -> dict[str, float]:
    """By how much less of the diameter asked for one sheet fewer is nearest [mm]."""
    outline = design.outline
    if not isinstance(outline, CircleShape) or outline.diameter is None or ring.count <= FEWEST:
        return {}
    asked = outline.diameter.mm + to_middle(outline.measured, ring.wave.depth)
    return {"outline.diameter": min(0.0, ring.across(ring.count) - ring.cover / pi / 2 - asked) - EDGE_MM}


def ring_offers(ring: RingMade, design: Design) -> dict[str, tuple[str, float]]:
    """The sizes on each side as they are asked for: by sheets, or by the diameter that they make."""
    found: dict[str, tuple[str, float]] = {}
    outline = design.outline
    for name, count in (("smaller", ring.smaller), ("larger", ring.larger)):
        if count < FEWEST or count == ring.count:
            continue
        if ring.choice.sheets is not None:
            found[name] = ("construction.sheets", count)
        elif isinstance(outline, CircleShape):
            wide = ring.across(count) - to_middle(outline.measured, ring.wave.depth)
            found[name] = ("outline.diameter", wide)
    return found


def ring_told(ring: RingMade) -> dict[str, str]:
    """How its sizes over all came about."""
    show = ring.show
    wave = f" + wave {show.length(ring.wave.depth)}"
    long, wide = ring.outline.size
    cover = f"{ring.count} × {show.length(ring.cover)}"
    width = (
        f"{show.length(ring.diameter)} through the middle of the wave{wave} = {show.length(wide)}"
        if ring.middle.straight
        else f"{cover} ÷ π{wave} = {show.length(wide)}"
    )
    length = (
        f"{_made(ring, ring.count)}; {show.length(ring.across(ring.count))}{wave} = {show.length(long)}"
        if ring.middle.straight
        else width
    )
    height = f"sheets cut to: {show.length(ring.height)}"
    if ring.bury:
        height += f" − {show.length(ring.bury)} in the ground = {show.length(ring.height - ring.bury)}"
    return {"length": length, "width": width, "height": height}


def ring_notes(ring: RingMade) -> dict[str, str]:
    """What a builder of it wants to know."""
    show, count = ring.show, ring.count
    words = {
        "screws": "through the outer ridges, so that their points end in the hollow behind them; a socket of"
        f" {show.drill(size('seam_socket', show.built))} on the drill, and a clamp at both ends of the seam",
        "last seam": "lay the ring on its side: close the last seam on the ground, with two clamps, someone"
        " holding",
        "cuts": f"{count} sheets lie on each other and are cut together at {show.length(ring.height)}",
        "face": (
            "dark outward warms the soil: good for an early start, hard on roots in a hot summer"
            if ring.choice.outward == "dark"
            else "light outward throws the sun back: cooler soil in summer, a later start in spring"
        ),
    }
    if ring.choice.guard != "none":
        words["edge"] = f"{GUARDS[ring.choice.guard]} over the top edge, before the first barrow comes near"
    if ring.choice.strap:
        words["strap"] = (
            "drawn round it at two thirds of its height before it is filled, left till it settles"
        )
    if ring.bury:
        words["in the ground"] = (
            f"{show.length(ring.bury)} deep all round, against what digs: set it in a trench and tread it in"
        )
    if ring.choice.stock == "reclaimed":
        words["old sheets"] = "test old paint for lead, wear gloves, and put the rusted holes above the soil"
    return words
