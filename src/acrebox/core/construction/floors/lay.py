"""A floor for a box: boards or sheet across bearers, on the ground inside the walls or hung below the rim."""

from dataclasses import replace

from acrebox.core.assembly import Assembly, Compartment, Part
from acrebox.core.construction.addons.bench_run import pad_of, pads
from acrebox.core.construction.floors.bearing import bearers_of, legs_of, lines_of, rails_of
from acrebox.core.construction.floors.cells import cells_of
from acrebox.core.construction.floors.decking import decks_of
from acrebox.core.construction.floors.frame import Frame, frame_of
from acrebox.core.construction.floors.holding import floor_joints, floor_load, screwed
from acrebox.core.construction.sizes import printed
from acrebox.core.design import Design, Posted
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Body, Loft
from acrebox.core.stock import Catalogue
from acrebox.core.worked import Worked


def lay_floor(bed: Assembly, design: Design, book: Catalogue) -> Assembly:
    """The bed with the floor that its design asks for; without one as it is.

    Raises DesignError naming the field: a floor that is no floor of square corners, that hangs where its
    bearers have no room, boards that do not reach across.
    """
    construction = design.construction
    if not isinstance(construction, Posted) or construction.floor is None:
        return bed
    show = book.printer(design.system)
    frame = frame_of(bed, construction.floor, design, book, show)
    rails: list[Part] = []
    bearers: list[Part] = []
    legs: list[Part] = []
    decks: list[Part] = []
    span = 0.0
    for cell in cells_of(bed.soil_face, construction.floor):
        lines = lines_of(frame, cell, show)
        span = max(span, lines[1] - lines[0])
        mine = list(rails_of(frame, cell, lines, len(rails)))
        between = list(bearers_of(frame, cell, lines, len(bearers)))
        rails += mine
        bearers += between
        stood = [*between, *(rail for rail in mine if not screwed(bed, rail))]
        legs += list(legs_of(frame, stood, len(legs)))
        decks += list(decks_of(frame, cell, len(decks), show))
    parts = [*decks, *rails, *bearers, *legs]
    made = bed.adding(
        parts,
        list(floor_joints(frame, decks, rails, bearers, legs)),
        [t.used for t in (frame.board, frame.bearer) if t],
        goods=pads(legs, pad_of(design, show.built), book, show) if legs else (),
        loads=[floor_load(frame, design, span, rails, bearers, legs)],
    )
    room = tuple(replace(c, inside=_raised(c, frame.top)) for c in made.compartments)
    facts = {**made.facts, "floor_top": _top_worked(frame, show)}
    return replace(made, compartments=room, facts=facts, notes={**made.notes, "floor": _note(frame, show)})


def _raised(room: Compartment, top: float) -> Body:
    """The room from a floor up [mm]."""
    inside = room.inside
    assert isinstance(inside, Loft)  # boxes of walls are
    above = [level for level in inside.levels if level[0] > top + 1e-6]
    below = [level for level in inside.levels if level[0] <= top + 1e-6]
    (z0, low), (z1, high) = below[-1], above[0]
    return Loft(((top, low.between(high, (top - z0) / (z1 - z0))), *above))


def _top_worked(frame: Frame, show: Printer) -> Worked:
    length = show.length
    if frame.choice.below_rim is not None:
        words = (
            f"{length(frame.bed.wall_top)} of wall − {length(frame.choice.below_rim.mm)} below the rim ="
            f" {length(frame.top)}"
        )
    else:
        words = f"bearers {length(frame.high)} + boards {length(frame.deck)} = {length(frame.top)}"
    return Worked(amount=frame.top, unit="mm", working=words, assumptions=["over the ground, to its top"])


def _note(frame: Frame, show: Printer) -> str:
    how = (
        "rails first, level, from both sides; bearers on their legs; then boards, from one end"
        if frame.hung
        else "rails and bearers first, then boards, from one end; air under them"
    )
    gap = "" if frame.sheet else f", {printed('floor_gap', show)} between them for when they swell"
    return f"{how}{gap}"
