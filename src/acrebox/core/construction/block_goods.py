"""What is bought for walls of blocks besides blocks and bars: fill of the cores, mortar, glue, fabric."""

from collections.abc import Sequence
from math import ceil

from acrebox.core.assembly import Brought, Good, Part
from acrebox.core.construction.block_choice import BlockWall
from acrebox.core.construction.block_parts import cores_area
from acrebox.core.construction.sizes import size
from acrebox.core.shape.outline import Outline
from acrebox.core.stock import CatalogueGapError

FILLS = {"soil": "topsoil-blend", "stone": "gravel"}
CONCRETE_KG_L = 2.3
MORTAR_WASTE = 1.1


def core_litres(wall: BlockWall, steel: Sequence[Part]) -> tuple[float, float]:
    """What the cores of the courses below and what those of planted pockets hold [L], bars taken off."""
    each = cores_area(wall.block) * wall.block.height.mm / 1e6
    a_course = wall.lattice.squares / 2 * each
    pockets = a_course if wall.choice.pockets else 0.0
    above = sum(p.body.volume for p in steel) / 1e6 * _above_ground(wall)
    return max(0.0, a_course * wall.courses - pockets - above), pockets


def _above_ground(wall: BlockWall) -> float:
    """The share of a bar that stands in the blocks."""
    return wall.height / (wall.height + wall.in_ground)


def core_fill(
    wall: BlockWall, laid: Sequence[Part], steel: Sequence[Part]
) -> tuple[tuple[Brought, ...], float]:
    """What is brought into the cores, and what a course weighs with it [kg/m]."""
    below, pockets = core_litres(wall, steel)
    brought = []
    if wall.choice.cores in FILLS:
        brought.append(Brought(material=FILLS[wall.choice.cores], litres=below, where="the cores"))
    if pockets:
        brought.append(Brought(material=FILLS["soil"], litres=pockets, where="the pockets of the top course"))
    weight = sum(p.body.volume for p in laid) / 1e9 * wall.block.density_kg_m3
    for more in brought:
        found = wall.book.find_fill(more.material)
        if found is None:
            raise CatalogueGapError(more.material)
        weight += more.litres * found.wet_kg_per_l
    if wall.choice.cores == "concrete":
        weight += below * CONCRETE_KG_L
    metres = wall.lattice.squares * wall.module.half / 1000
    return tuple(brought), weight / metres / wall.courses


def block_goods(
    wall: BlockWall, laid: Sequence[Part], steel: Sequence[Part], inner: Outline
) -> tuple[Good, ...]:
    """Concrete for the cores, mortar for the joints, fabric: what is bought besides blocks and bars."""
    show, found = wall.show, list[Good]()
    below, _ = core_litres(wall, steel)
    if wall.choice.cores == "concrete":
        sold = wall.book.find_good("concrete")
        bags = ceil(below / sold.yield_l - 1e-9)
        words = f"cores {show.cubic(below)} ÷ {show.pack(sold.yield_l)} a bag, rounded up = {bags}"
        found.append(
            Good(
                key=sold.key,
                what="concrete",
                count=bags,
                unit=sold.unit,
                working=words,
            )
        )
    if wall.choice.laid == "mortared":
        sold = wall.book.find_good("mortar")
        bed = wall.lattice.outline.area - inner.area
        high = wall.height + (wall.module.joint if wall.choice.cap else 0.0)
        whole = bed * high / 1e6
        blocks = len(laid) * wall.block.length.mm * wall.block.thick.mm * wall.block.height.mm / 1e6
        joints = max(0.0, whole - blocks) * MORTAR_WASTE
        bags = ceil(joints / sold.yield_l - 1e-9)
        words = (
            f"(walls {show.cubic(whole)} − blocks {show.cubic(blocks)}) × {MORTAR_WASTE} ="
            f" {show.cubic(joints)};"
            f" {show.cubic(joints)} ÷ {show.pack(sold.yield_l)} a bag, rounded up = {bags}"
        )
        found.append(
            Good(
                key=sold.key,
                what="mortar",
                count=bags,
                unit=sold.unit,
                working=words,
            )
        )
    if wall.choice.cap and wall.choice.laid == "dry":
        sold = wall.book.find_good("block-glue")
        bead = 2 * inner_run(wall)
        tubes = ceil(bead / size("glue_bead", show.built) - 1e-9)
        words = (
            f"two beads under the caps: 2 × {show.run(bead / 2)} ÷"
            f" {show.run(size('glue_bead', show.built))} a tube, rounded up = {tubes}"
        )
        found.append(Good(key=sold.key, what="glue for caps", count=tubes, unit=sold.unit, working=words))
    if wall.choice.fabric:
        long, wide = fabric_size(wall, inner)
        sold = wall.book.find_good("ground-fabric")
        runs = ceil(wide / size("fabric_sold", show.built) - 1e-9)
        words = f"{show.length(wide)} wide: {runs} × {show.run(long)} = {show.run(long * runs)}"
        found.append(
            Good(key=sold.key, what="fabric", count=sold.units_of(long * runs), unit=sold.unit, working=words)
        )
    return tuple(found)


def inner_run(wall: BlockWall) -> float:
    """How long the walls are along their middle [mm]."""
    return wall.lattice.squares * wall.module.half


def fabric_size(wall: BlockWall, inner: Outline) -> tuple[float, float]:
    """The strip of fabric inside [mm]: round the walls with a lap; from half way under the top course down to
    the ground, and out on it.
    """
    long = inner.perimeter + size("fabric_lap", wall.show.built)
    drop = (wall.courses - 1) * wall.rise
    return long, wall.block.thick.mm / 2 + drop + size("fabric_turn", wall.show.built)
