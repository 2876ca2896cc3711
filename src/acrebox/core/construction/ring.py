"""Corrugated sheets, corrugation upright, lapped and screwed into a ring: their cover makes its girth."""

from collections.abc import Iterator

from acrebox.core.assembly import Assembly, Compartment, Hoop, Joint, Part, WallLayer
from acrebox.core.construction.registry import builds
from acrebox.core.construction.ring_cap import add_ring_cap
from acrebox.core.construction.ring_choice import Ring
from acrebox.core.construction.ring_oval import tie_across
from acrebox.core.construction.ring_shape import ring_room, ring_sheet, standing_guides
from acrebox.core.construction.ring_sizes import RingMade, ring_made
from acrebox.core.construction.ring_words import (
    edge_of,
    ring_facts,
    ring_guard,
    ring_notes,
    ring_offers,
    ring_snaps,
    ring_told,
)
from acrebox.core.construction.roundness import roundness
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.shape.bodies import Loft
from acrebox.core.shape.outline import round_outline
from acrebox.core.stock import Catalogue


@builds(Ring)
def assemble_ring(design: Design, choice: Ring, book: Catalogue) -> Assembly:
    """Place the sheets of a ring, its cap and its ties.

    Raises DesignError naming the field: under three sheets, a lap wider than the sheet, an oval without ties.
    """
    show = book.printer(design.system)
    if design.add_ons.cap is not None:
        raise refuse(
            "add_ons.cap",
            design.add_ons.cap.board,
            "The cap of a ring has corners of its own.",
            "construction.cap, with its number of sides",
        )
    ring = ring_made(design, choice, book, show)
    top = ring.height - ring.bury
    sheets = [ring_sheet(ring, n) for n in range(ring.count)]
    room = ring_room(ring)
    guard, goods = ring_guard(ring)
    round_it = roundness(choice.measured_across, ring.diameter - ring.wave.depth, show)
    bed = Assembly(
        outline=ring.outline,
        inner=round_outline(ring.grown(-ring.wave.depth / 2)),
        soil_face=round_outline(ring.grown(-ring.wave.inward / 2)),
        wall_top=top,
        wall=(WallLayer("sheet", ring.wave.depth),),
        course_heights=(top,),
        whole_course=top,
        parts=tuple(sheets),
        compartments=(Compartment("ring", Loft(((0.0, room), (top, room)))),),
        joints=_seams(ring, sheets),
        loads=(
            Hoop(
                side="front",
                what="ring",
                stock=ring.sheet.key,
                radius=ring.middle.radius,
                low=0.0,
                high=top,
                seams=ring.count,
            ),
        ),
        goods=tuple(goods),
        guides=standing_guides(ring),
        notes=ring_notes(ring),
        facts={**ring_facts(ring), **guard, **round_it},
        open_edge=0.0 if guard or choice.cap else edge_of(ring),
        known=frozenset(_known(choice)),
        snaps=ring_snaps(ring, design),
        offers=ring_offers(ring, design),
        told=ring_told(ring),
    )
    if ring.middle.straight and choice.ties is not None:
        bed = tie_across(bed, choice.ties, ring.middle, ring.wave.depth, design, book)
    return bed if choice.cap is None else add_ring_cap(bed, choice.cap, ring.middle, design, book)


def _known(choice: Ring) -> Iterator[str]:
    if choice.stock == "reclaimed":
        yield "used sheet"
    if choice.outward == "dark":
        yield "dark outward"


def _seams(ring: RingMade, sheets: list[Part]) -> tuple[Joint, ...]:
    """Every sheet to the next one, on an outer ridge: what is behind it is as deep as the wave."""
    return tuple(
        Joint(
            kind="sheet seam",
            parts=(sheet.name, sheets[(n + 1) % ring.count].name),
            through=ring.sheet.steel.mm,
            into=ring.wave.depth,
            run=ring.height,
        )
        for n, sheet in enumerate(sheets)
    )
