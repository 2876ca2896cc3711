"""Every end of every piece that spans is held: it lies on what it is fixed to, or butts against it."""

from typing import Any

from hypothesis import assume, given
from hypothesis import strategies as st

from acrebox.core.assembly import Assembly, Part
from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.stock import catalogue
from strategies import any_outline, board_designs, full_design, rectangles, sheet_designs, stave_designs

END_BEARING = 35
"""What an end wants to lie on [mm]; common practice."""
PAST = 150
"""How far a piece may run past what holds it, the thickness of the walls aside [mm]; common practice."""
SPANNING = {
    "wall board",
    "sleeper",
    "sheet",
    "stave",
    "rail",
    "stud",
    "top rail",
    "cap board",
    "cross tie",
    "seat board",
    "seat rail",
    "seat bearer",
    "seat leg",
}
LONG = rectangles(longest=9000)


def held_ends(bed: Assembly, piece: Part, partners: list[Part]) -> tuple[bool, bool]:
    """Whether the first and the last end of a piece are held by what it is fixed to."""
    axis = piece.solid.along
    low, high = piece.solid.reach(axis)
    past = PAST + bed.wall_thickness
    first = last = False
    for other in partners:
        a, b = other.solid.reach(axis)
        lies = min(b, high) - max(a, low) >= END_BEARING - 0.05
        first |= abs(b - low) < 0.1 or (lies and max(a, low) - low <= past)
        last |= abs(a - high) < 0.1 or (lies and high - min(b, high) <= past)
    return first, last


@given(
    st.one_of(
        full_design(),
        board_designs(any_outline()),
        board_designs(LONG),
        sheet_designs(LONG),
        stave_designs(LONG),
    )
)
def test_both_ends_of_every_piece_that_spans_are_held(document: dict[str, Any]) -> None:
    try:
        bed = assemble(read_design(document), catalogue())
    except DesignError as fault:
        assume(not any(p.field.startswith(("add_ons", "outline", "construction")) for p in fault.problems))
        raise
    fixed: dict[str, list[Part]] = {p.name: [] for p in bed.parts}
    for joint in bed.joints:
        one, other = (bed.part(name) for name in joint.parts)
        fixed[one.name].append(other)
        fixed[other.name].append(one)
    for piece in (p for p in bed.parts if p.role.name in SPANNING):
        ends = held_ends(bed, piece, fixed[piece.name])
        assert all(ends), f"{piece.name}: {ends}, fixed to {[p.name for p in fixed[piece.name]]}"
