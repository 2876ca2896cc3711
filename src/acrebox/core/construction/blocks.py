"""Hollow blocks, dry or in mortar, in running bond: bars, fabric, filled cores, pockets and caps."""

from acrebox.core.assembly import Assembly, CountedPiece, Laid, Part, WallLayer, role, within_walls
from acrebox.core.construction.block_choice import Blocks, BlockWall
from acrebox.core.construction.block_goods import block_goods, core_fill
from acrebox.core.construction.block_lattice import Module, snapped
from acrebox.core.construction.block_parts import bars, block_body, hoop_sockets, unit_at
from acrebox.core.construction.block_words import (
    block_facts,
    block_notes,
    block_offers,
    block_snaps,
    block_told,
)
from acrebox.core.construction.outlines import outside_outline, refuse_askew
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sizes import size
from acrebox.core.design import Corner, Design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Outline
from acrebox.core.stock import Bar, Block, Catalogue

MOST_COURSES = 12


@builds(Blocks)
def assemble_blocks(design: Design, choice: Blocks, book: Catalogue) -> Assembly:
    """Lay the blocks, course by course, with bars, caps and what fills their cores.

    Raises DesignError naming the field: corners that are not square, an outline that cannot be bonded.
    """
    wall = _wall(design, choice, book)
    outline = wall.lattice.outline
    inner = outline.inset(wall.block.thick.mm)
    laid = [part for course in range(1, wall.courses + 1) for part in _course(wall, course)]
    steel = bars(wall)
    caps = _caps(wall) if choice.cap else []
    parts = [*laid, *caps, *steel]
    brought, kg_per_m = core_fill(wall, laid, steel)
    rise = (wall.rise,) * (wall.courses - 1) + (wall.block.height.mm,)
    return Assembly(
        outline=outline,
        inner=inner,
        soil_face=inner,
        wall_top=wall.height,
        crown=wall.height + (wall.block.cap_height.mm + wall.module.joint if caps else 0.0),
        wall=(WallLayer("block", wall.block.thick.mm),),
        course_heights=rise,
        whole_course=rise[0],
        parts=tuple(parts),
        compartments=(within_walls(inner, wall.height, ()),),
        loads=tuple(
            Laid(
                side=side.name,
                what="blocks",
                courses=rise,
                thick=wall.block.thick.mm,
                span=inner.sides[side.index].length,
                returns=_returns(outline, side.index),
                kg_per_m=kg_per_m,
                mortar=choice.laid == "mortared",
                dowelled=bool(steel) and choice.cores != "empty",
                reinforced=bool(steel) and choice.cores == "concrete",
                anchored=wall.in_ground > 0,
                bar=wall.bar.diameter.mm if wall.bar else 0.0,
                every=choice.bar_every.mm if choice.bars == "all" else side.length,
            )
            for side in outline.sides
        ),
        brought=brought,
        goods=block_goods(wall, laid, steel, inner),
        notes=block_notes(wall, steel, inner),
        facts=block_facts(wall, laid, caps, steel, inner),
        snaps=block_snaps(wall, design),
        offers=block_offers(wall, design),
        sockets=hoop_sockets(wall, steel),
        told=block_told(wall),
    )


def _returns(outline: Outline, side: int) -> float:
    """The length of the shorter of the two walls that meet a side [mm]."""
    sides = outline.sides
    return min(sides[side - 1].length, sides[(side + 1) % len(sides)].length)


def _wall(design: Design, choice: Blocks, book: Catalogue) -> BlockWall:
    show = book.printer(design.system)
    block = book.find_block(choice.block)
    if block is None:
        known = ", ".join(f"{b.key} ({b.name})" for b in book.block)
        raise refuse("construction.block", choice.block, "The yard has no such block.", known)
    module = Module(
        length=block.length.mm,
        thick=block.thick.mm,
        joint=block.joint.mm if choice.laid == "mortared" else 0.0,
    )
    asked = outside_outline(design, block.thick.mm, 0.0, show)
    refuse_askew(asked, Corner.ALTERNATE, "Blocks")
    lattice = snapped(asked, module, "outline", show)
    return BlockWall(
        choice=choice,
        block=block,
        lattice=lattice,
        asked=asked.size,
        courses=_courses(design, block, module, show),
        asked_height=design.height.mm if design.height is not None else None,
        bar=_bar(choice, design, book, show),
        book=book,
        show=show,
        stands_on=design.site.stands_on,
    )


def _courses(design: Design, block: Block, module: Module, show: Printer) -> int:
    """So many courses, or the nearest to a height."""
    if design.courses is not None:
        return design.courses
    assert design.height is not None
    rise = block.height.mm + module.joint
    least, most = block.height.mm / 2, min(size("tallest", show.built), MOST_COURSES * rise)
    if not least <= design.height.mm <= most:
        raise refuse(
            "height",
            design.height.text,
            f"A course of these blocks is {show.length(rise)} high.",
            f"{show.length(block.height.mm)} to {show.length(most)}, in steps of that",
        )
    return max(1, round((design.height.mm + module.joint) / rise))


def _bar(choice: Blocks, design: Design, book: Catalogue, show: Printer) -> Bar | None:
    if choice.bars == "none":
        return None
    least = size("footing_block", show.built) * 2
    if choice.bars == "all" and choice.bar_every.mm < least:
        raise refuse(
            "construction.bar_every",
            choice.bar_every.text,
            "Bars stand in every other core at most.",
            f"{show.length(least)} or more",
        )
    key = choice.bar or next(
        (b.key for b in book.bar if ("in" in str(b.diameter.text)) == (design.system.value == "imperial")),
        "",
    )
    found = book.find_bar(key)
    if found is None:
        raise refuse("construction.bar", key, "The yard has no such bar.", ", ".join(b.key for b in book.bar))
    return found


def _course(wall: BlockWall, course: int) -> list[Part]:
    """The blocks of a course, side by side; those at corners are corner blocks."""
    made = []
    base = (course - 1) * wall.rise
    for side in wall.lattice.outline.sides:
        owned = wall.lattice.owns(side.index, course)
        runs = wall.lattice.blocks(side.index, course)
        for n, (low, high) in enumerate(runs, start=1):
            corner = (n == 1 and owned[0]) or (n == len(runs) and owned[1])
            name, key = unit_at(wall.block, corner)
            body = block_body(wall.block, side, low, high, base, wall.block.height.mm)
            made.append(
                Part(
                    name=f"{side.name} course {course} block {n}",
                    role=role(name),
                    body=body,
                    piece=CountedPiece(stock=key),
                    side=side.name,
                    course=course,
                )
            )
    return made


def _caps(wall: BlockWall) -> list[Part]:
    """Cap blocks on the top course, turned as the next course would be."""
    made = []
    course, base = wall.courses + 1, wall.height + wall.module.joint
    for side in wall.lattice.outline.sides:
        for n, (low, high) in enumerate(wall.lattice.blocks(side.index, course), start=1):
            body = block_body(wall.block, side, low, high, base, wall.block.cap_height.mm, cored=False)
            made.append(
                Part(
                    name=f"{side.name} cap {n}",
                    role=role("cap unit"),
                    body=body,
                    piece=CountedPiece(stock=wall.block.cap),
                    side=side.name,
                )
            )
    return made
