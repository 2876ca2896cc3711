"""The rows of the chapter of linings."""

from collections.abc import Sequence

from acrebox.core.lining import Line
from acrebox.core.plan.rows import Amount, Figures, Row, StepRow

Ring = list[list[Amount]]


def points_of(lines: Sequence[Line]) -> list[Ring]:
    """Lines as they are published [mm]."""
    return [[[x, y] for x, y in line] for line in lines]


class LinerPieceRow(Row):
    """Pieces alike: what they are for, of what and what that is called, how long and wide each is cut [mm],
    how many, how many notches each has. Flat, from its lower left corner [mm]: the rings of its edge and
    holes, where it is folded, slit and stapled. What lies on a floor also in its place in the bed.
    """

    what: str
    material: str
    named: str
    length_mm: Amount
    width_mm: Amount
    count: int
    notches: int
    rings: list[Ring]
    folds: list[Ring]
    slits: list[Ring]
    staples: list[Ring]
    lies: list[Ring]


class LaidPieceRow(Row):
    """A piece as it lies on a roll or a sheet [mm]: its number among the pieces, from the start and the edge,
    how far it reaches.
    """

    piece: int
    x_mm: Amount
    y_mm: Amount
    long_mm: Amount
    wide_mm: Amount


class LaidSheetRow(Row):
    """A sheet, or what is taken off a roll [mm], with what is cut from it."""

    long_mm: Amount
    placed: list[LaidPieceRow]


class LinerRow(Row):
    """What is taken of a material: how long, off what width [mm], how many sheets of that length (one length
    of a roll), what it costs; `proven` where nothing costs less.
    """

    material: str
    name: str
    length_mm: Amount
    of_width_mm: Amount
    count: int
    cost: Amount
    to_hand: bool
    proven: bool
    sheets: list[LaidSheetRow]


class LiningRow(Figures):
    """What a bed is lined with and why: the pieces, from what they are cut, the depth of the walls' lining
    without what is turned in, the way round [mm], staples and nails, tape and sleeves [mm], coats of the wood
    [L, m²], what is done after what; the walls and the way of the lining from above [mm].
    """

    walls: str
    floor: str
    coat: str
    says: str
    why: str
    pieces: list[LinerPieceRow]
    materials: list[LinerRow]
    depth_mm: Amount
    turn_in_mm: Amount
    round_mm: Amount
    staples: int
    nails: int
    tape_mm: Amount
    sleeves_mm: list[Amount]
    paint_l: Amount
    coat_m2: Amount
    coat_says: str
    steps: list[StepRow]
    walls_above: list[Ring]
    way_above: list[Ring]
