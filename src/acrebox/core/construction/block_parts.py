"""Blocks and bars as bodies: the profile with its two cores, and where bars stand in them."""

from math import ceil

from shapely import Polygon, box

from acrebox.core.assembly import Part, StickPiece, role
from acrebox.core.construction.block_choice import BlockWall
from acrebox.core.shape.bodies import Extrusion, Loft
from acrebox.core.shape.level import Oval
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP, Point2
from acrebox.core.stock import Block

UNDER_THE_TOP_MM = 20.0


def unit_at(block: Block, corner: bool) -> tuple[str, str]:
    """The role of a block and the good that it is bought as."""
    return ("corner unit", block.corner) if corner else ("block", block.stretcher)


def core_boxes(block: Block) -> list[tuple[float, float, float, float]]:
    """Its two cores in plan [mm]: from and to along it, from and to through it."""
    long, thick = block.length.mm, block.thick.mm
    shell, web = block.shell.mm, block.web.mm
    each = (long - 3 * web) / 2
    return [(at, shell, at + each, thick - shell) for at in (web, 2 * web + each)]


def cores_area(block: Block) -> float:
    """What the cores of a block open of its plan [mm²]."""
    return sum((c - a) * (d - b) for a, b, c, d in core_boxes(block))


def block_body(
    block: Block, side: Side, low: float, high: float, base: float, height: float, *, cored: bool = True
) -> Extrusion:
    """A block of a wall, from and to along its side, standing at a height [mm]."""
    profile: Polygon = box(0.0, 0.0, high - low, block.thick.mm)
    if cored:
        for core in core_boxes(block):
            profile = profile.difference(box(*core))
    return Extrusion(profile, side.place(low, 0.0, base), UP, side.along, side.inward, height)


def bars(wall: BlockWall) -> list[Part]:
    """Steel bars in the cores: at every corner, and between them where they are asked for."""
    if wall.bar is None:
        return []
    low, top = -wall.in_ground, wall.height - UNDER_THE_TOP_MM
    radius = wall.bar.diameter.mm / 2
    made = []
    for n, (side, at) in enumerate(_places(wall), start=1):
        round_it = Oval(at, radius)
        piece = StickPiece(stock=wall.bar.key, finished=top - low)
        body = Loft(((low, round_it), (top, round_it)))
        made.append(Part(name=f"bar {n}", role=role("steel bar"), body=body, piece=piece, side=side))
    return made


def _places(wall: BlockWall) -> list[tuple[str, Point2]]:
    """The side that each bar belongs to, and where it stands."""
    half, thick = wall.module.half, wall.block.thick.mm
    found = []
    for side, plan in zip(wall.lattice.outline.sides, wall.lattice.sides, strict=True):
        corner = side.place(-thick / 2 if plan.inner[0] else thick / 2, thick / 2, 0.0)
        found.append((side.name, corner[:2]))
        if wall.choice.bars != "all":
            continue
        gaps = ceil(side.length / wall.choice.bar_every.mm - 1e-9)
        for n in range(1, gaps):
            # In the middle of a half block: there the cores of all courses stand over each other.
            unit = round(side.length * n / gaps / half - 0.5)
            at = (unit + 0.5) * half
            if thick * 1.5 < at < side.length - thick * 1.5:
                found.append((side.name, side.place(at, thick / 2, 0.0)[:2]))
    return found


def hoop_sockets(wall: BlockWall, steel: list[Part]) -> dict[str, tuple[float, ...]]:
    """Where along each side a core of the top course is free for the foot of a hoop [mm]: no bar is there."""
    found = {}
    for side in wall.lattice.outline.sides:
        taken = [side.coordinates(*p.body.bounds[0][:2])[0] for p in steel if _along(side, p, wall)]
        places = []
        for low, _ in wall.lattice.blocks(side.index, wall.courses):
            for a, _, b, _ in core_boxes(wall.block):
                at = low + (a + b) / 2
                if all(abs(at - bar) > (b - a) / 2 for bar in taken):
                    places.append(at)
        found[side.name] = tuple(places)
    return found


def _along(side: Side, bar: Part, wall: BlockWall) -> bool:
    """Whether a bar stands in the wall of a side."""
    inward = side.depth(bar.body)
    return inward[1] > 0 and inward[0] < wall.block.thick.mm
