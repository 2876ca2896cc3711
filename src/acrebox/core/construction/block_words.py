"""What comes of walls of blocks, in figures and words: counts, cores, bars, fabric, sizes either side."""

from collections.abc import Sequence
from math import ceil, floor

from acrebox.core.assembly import Part
from acrebox.core.construction.block_choice import BlockWall
from acrebox.core.construction.block_goods import core_litres, fabric_size
from acrebox.core.construction.block_lattice import Lattice, on_lattice
from acrebox.core.construction.block_parts import cores_area
from acrebox.core.construction.sizes import printed
from acrebox.core.design import HARD, ON_HARD, Design, Rectangle
from acrebox.core.errors import DesignError
from acrebox.core.shape.outline import Outline
from acrebox.core.worked import COMMON_PRACTICE, Worked

EDGE_MM = 0.05
AS_ASKED_MM = 0.8
"""A size that is typed anew in sixteenths of an inch is still the one that is made."""
Facts = dict[str, Worked]


def _fabric_words(wall: BlockWall, wide: float) -> str:
    show = wall.show.length
    return (
        f"trapped {show(wall.block.thick.mm / 2)} + down {show((wall.courses - 1) * wall.rise)} + on the"
        f" ground {printed('fabric_turn', wall.show)} = {show(wide)}"
    )


def _counts(wall: BlockWall, laid: Sequence[Part], caps: Sequence[Part]) -> Facts:
    a_course = wall.lattice.squares // 2
    corners = sum(p.role.name == "corner unit" for p in laid)
    show, module = wall.show, wall.module
    found = {
        "blocks": Worked(
            amount=len(laid),
            unit="blocks",
            working=f"{a_course} a course × {wall.courses} courses = {len(laid)}",
            assumptions=["cap blocks are counted for themselves"],
        ),
        "blocks_a_course": Worked(
            amount=a_course,
            unit="blocks",
            working=(
                f"half blocks of {show.length(module.half)} all round: {wall.lattice.squares} ÷ 2 ="
                f" {a_course}"
            ),
            assumptions=["running bond: every course is moved on by half a block"],
        ),
        "corner_blocks": Worked(
            amount=corners,
            unit="blocks",
            working=f"{corners // wall.courses} a course × {wall.courses} = {corners}",
        ),
        "half_blocks": Worked(
            amount=0,
            unit="blocks",
            working="every course runs round the corners in whole blocks, turned at each corner: 0",
        ),
    }
    if caps:
        words = f"one after the other round the top: {len(caps)}"
        found["cap_blocks"] = Worked(amount=len(caps), unit="blocks", working=words)
    return found


def _inside_them(wall: BlockWall, laid: Sequence[Part], steel: Sequence[Part]) -> Facts:
    show, cores = wall.show, 2 * len(laid)
    below, pockets = core_litres(wall, steel)
    squares = wall.lattice.squares
    filled = cores - (squares if wall.choice.pockets else 0)
    core = cores_area(wall.block) * wall.block.height.mm / 2e6
    taken = max(0.0, filled * core - below)
    less = f" − {show.fine_volume(taken)} of bars" if steel else ""
    between = len(steel) - len(wall.lattice.corners)
    found = {
        "cores": Worked(amount=cores, unit="cores", working=f"{len(laid)} blocks × 2 = {cores}"),
        "core_fill": Worked(
            amount=below,
            unit="L",
            working=(
                f"{wall.choice.cores} in {filled} cores × {show.fine_volume(core)}{less} ="
                f" {show.cubic_and_volume(below)}"
            ),
        ),
        "bars": Worked(
            amount=len(steel),
            unit="bars",
            working=f"{len(wall.lattice.corners)} at the corners + {between} between = {len(steel)}"
            if steel and between
            else f"one for each corner: {len(steel)}"
            if steel
            else "none asked for: 0",
            source=COMMON_PRACTICE,
        ),
    }
    if steel:
        long = steel[0].body.bounds[1][2] - steel[0].body.bounds[0][2]
        thumb = wall.height + wall.in_ground - long
        found["bar_length"] = Worked(
            amount=long,
            unit="mm",
            working=(
                (f"{show.length(wall.in_ground)} in the ground + " if wall.in_ground else "")
                + f"{show.length(wall.height)} of blocks − {show.length(thumb)} under the top ="
                f" {show.length(long)}"
            ),
            source=COMMON_PRACTICE,
        )
    if wall.choice.pockets:
        found["pockets"] = Worked(
            amount=squares,
            unit="pockets",
            working=f"{squares // 2} blocks of the top course × 2 = {squares}; each holds"
            f" {show.volume(pockets / squares)}",
        )
    return found


def block_facts(
    wall: BlockWall, laid: Sequence[Part], caps: Sequence[Part], steel: Sequence[Part], inner: Outline
) -> Facts:
    """Counts by kind, what is in them, the area lost to the walls, the fabric, the sizes either side."""
    show, outline = wall.show, wall.lattice.outline
    lost = outline.area - inner.area
    found = {
        **_counts(wall, laid, caps),
        **_inside_them(wall, laid, steel),
        "area_lost": Worked(
            amount=lost / 1e6,
            unit="m²",
            working=(
                f"outside {show.area(outline.area)} − inside {show.area(inner.area)} = {show.area(lost)}; of"
                f" the ground it takes {show.area(lost)} ÷ {show.area(outline.area)} ="
                f" {show.number(lost / outline.area * 100)} %"
            ),
        ),
    }
    if wall.choice.fabric:
        long, wide = fabric_size(wall, inner)
        found["fabric_length"] = Worked(
            amount=long,
            unit="mm",
            working=f"round inside {show.length(inner.perimeter)} + lap {printed('fabric_lap', show)} ="
            f" {show.length(long)}",
        )
        found["fabric_width"] = Worked(amount=wide, unit="mm", working=_fabric_words(wall, wide))
    return {**found, **_either_side(wall)}


def _either_side(wall: BlockWall) -> Facts:
    """The nearest sizes that blocks make on each side of the one asked for, and what each saves."""
    show, made, found = wall.show, wall.lattice.outline.size, Facts()
    for axis, name in ((0, "length"), (1, "width")):
        for word, lattice in zip(("smaller", "larger"), near(wall, axis), strict=True):
            if lattice is None:
                continue
            size_mm = lattice.outline.size[axis]
            fewer = (wall.lattice.squares - lattice.squares) // 2 * wall.courses
            saves = (
                "as it is made"
                if abs(size_mm - made[axis]) < 0.5
                else f"{fewer} blocks fewer"
                if fewer > 0
                else f"{-fewer} blocks more"
            )
            found[f"{name}_{word}"] = Worked(
                amount=size_mm,
                unit="mm",
                working=(
                    f"{_laid_words(wall, lattice, axis)}; {saves}, asked for {show.length(wall.asked[axis])}"
                ),
            )
    return found


def near(wall: BlockWall, axis: int) -> tuple[Lattice | None, Lattice | None]:
    """The lattices whose size along an axis is next below and next above the one asked for, or as made where
    that is what was asked for; none where it cannot be bonded.
    """
    off = wall.asked[axis] - wall.lattice.outline.size[axis]
    units = off / wall.module.half
    lower, upper = (-1, 1) if abs(off) < AS_ASKED_MM else (floor(units), ceil(units))
    return moved(wall, axis, lower), moved(wall, axis, upper)


def moved(wall: BlockWall, axis: int, units: int) -> Lattice | None:
    """The lattice with its far side moved by so many half blocks."""
    far = max(corner[axis] for corner in wall.lattice.corners)
    corners = []
    for corner in wall.lattice.corners:
        at = list(corner)
        at[axis] += units if corner[axis] == far else 0
        corners.append((at[0], at[1]))
    try:
        return on_lattice(corners, wall.module, "outline", wall.show)
    except DesignError:
        return None


def block_snaps(wall: BlockWall, design: Design) -> dict[str, float]:
    """By how much less of a size one half block fewer, or one course, is nearest [mm]."""
    found = {}
    for axis, name in ((0, "length"), (1, "width")):
        units = max(c[axis] for c in wall.lattice.corners) - min(c[axis] for c in wall.lattice.corners)
        if isinstance(design.outline, Rectangle) and moved(wall, axis, -1) is not None:
            edge = (units - 0.5) * wall.module.half
            found[f"outline.{name}"] = min(0.0, edge - wall.asked[axis]) - EDGE_MM
    if wall.asked_height is not None and wall.courses > 1:
        edge = (wall.courses - 0.5) * wall.rise - wall.module.joint
        found["height"] = min(0.0, edge - wall.asked_height) - EDGE_MM
    return found


def block_offers(wall: BlockWall, design: Design) -> dict[str, tuple[str, float]]:
    """The sizes on each side of a rectangle as they are asked for, other than as it is made."""
    if not isinstance(design.outline, Rectangle):
        return {}
    made = wall.lattice.outline.size
    more = {"inside": 2.0, "middle": 1.0, "outside": 0.0}[design.outline.measured] * wall.block.thick.mm
    return {
        f"{name}_{word}": (f"outline.{name}", lattice.outline.size[axis] - more)
        for axis, name in ((0, "length"), (1, "width"))
        for word, lattice in zip(("smaller", "larger"), near(wall, axis), strict=True)
        if lattice is not None and abs(lattice.outline.size[axis] - made[axis]) > 0.5
    }


def _laid_words(wall: BlockWall, lattice: Lattice, axis: int) -> str:
    """What so many blocks with their joints make along an axis."""
    show, joint = wall.show, wall.module.joint
    long, places = show.length(wall.block.length.mm), [c[axis] for c in lattice.corners]
    each = f"({long} + joint {show.length(joint)})" if joint else long
    made, units = lattice.outline.size[axis], max(places) - min(places)
    off = units * wall.module.half - made
    last = f" − {show.length(off)} of joint" if off > EDGE_MM else ""
    if off < -EDGE_MM:
        last = f" + {show.length(-off)} where it turns inwards"
    return f"{show.short(units / 2, 1)} blocks × {each}{last} = {show.length(made)}"


def block_told(wall: BlockWall) -> dict[str, str]:
    """How its sizes over all came about."""
    show, joint = wall.show, wall.module.joint
    told = {
        name: f"{_laid_words(wall, wall.lattice, axis)}; nearest to {show.length(wall.asked[axis])}"
        for axis, name in ((0, "length"), (1, "width"))
    }
    asked = f"; nearest to {show.length(wall.asked_height)}" if wall.asked_height else ""
    told["height"] = (
        f"{wall.courses} courses × {show.length(wall.block.height.mm)}"
        + (f" + {wall.courses - 1} joints × {show.length(joint)}" if joint else "")
        + f" = {show.length(wall.height)}{asked}"
    )
    return told


def block_notes(wall: BlockWall, steel: Sequence[Part], inner: Outline) -> dict[str, str]:
    """What a builder of it wants to know."""
    show = wall.show.length
    words = {
        "first course": (
            f"true and level on {ON_HARD[wall.stands_on]}, on packers or a bed of mortar: all the rest stands"
            " on it"
            if wall.stands_on in HARD
            else "true and level, on tamped stone (a base, under Level) or firm ground: all the rest stands"
            " on it"
        ),
        "bond": "begin every other course at a corner with a block turned the other way",
    }
    if wall.choice.fabric:
        long, wide = fabric_size(wall, inner)
        words["fabric"] = f"a strip {show(long)} × {show(wide)}, its top edge under the top course"
    if steel:
        how = "driven" if wall.in_ground else "stood in, not into what the bed stands on,"
        words["bars"] = f"{how} before the cores are filled, plumb, each through the cores of all courses"
    if wall.choice.cap:
        words["caps"] = (
            "on a bed of mortar, each pressed level with its neighbour"
            if wall.choice.laid == "mortared"
            else "dry fitted round the whole bed, then glued down with two beads each: no block is a step"
        )
    if wall.choice.pockets:
        words["pockets"] = "small roots only: herbs, strawberries; they dry out first, so water them first"
    return words
