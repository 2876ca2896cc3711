"""The rows of the chapters of levelling and setting out."""

from typing import Literal

from acrebox.core.plan.rows import Amount, Figures, OrderRow, Row


class LevelStationRow(Row):
    """A station: where it lies from the front left corner of the bed's box, how high the ground is there over
    the datum, how deep to dig, how much to pack [mm]; one that carries no wall only shapes the ground.
    """

    name: str
    x_mm: Amount
    y_mm: Amount
    carries: bool
    height_mm: Amount
    dig_mm: Amount
    pack_mm: Amount
    says: str


class StepRow(Row):
    """Where along a side the first course steps up, and to how many courses over its lowest [mm]."""

    at_mm: Amount
    courses: int


class SectionRow(Row):
    """The ground along a side, seen from outside: places along it and heights over the underside of the first
    course [mm]; the widest gap under that.
    """

    side: str
    length_mm: Amount
    points: list[list[Amount]]
    steps: list[StepRow]
    gap_mm: Amount


class GaugeRow(Row):
    """The off-cut that tells how deep the trench is: stood on its edge, it reaches the string."""

    stick: str
    length_mm: Amount
    wide_mm: Amount
    says: str


class GroundRow(Figures):
    """The ground under a bed as it was levelled, and what makes the first course level on it: heights over
    the datum [mm], what is dug, what is packed, what it takes to bring, what closes gaps, and what the soil
    of the bed fills under the first course (negative where ground stands in it), and within how much that is
    known [L].
    """

    school: str
    fall_mm: Amount
    target_mm: Amount
    top_of_course_mm: Amount
    stations: list[LevelStationRow]
    sides: list[SectionRow]
    trench_l: Amount
    spoil_l: Amount
    base_l: Amount
    bring_l: Amount
    backfill_l: Amount
    wedge_l: Amount
    wedge_within_l: Amount
    says: str


class PegRow(Row):
    """A peg, a profile, or a mark on what stands there [mm from the front left corner of the bed's box], and
    how far beyond its corner it is.
    """

    name: str
    corner: str
    kind: Literal["peg", "profile", "mark"]
    x_mm: Amount
    y_mm: Amount
    off_mm: Amount


class DiagonalRow(Row):
    """How far two corners lie apart [mm]."""

    start: str
    end: str
    length_mm: Amount


class CornerCheckRow(Row):
    """How a corner's angle is checked: marks so far along its sides, and how far they lie apart [mm]."""

    corner: str
    angle_deg: Amount
    along_mm: Amount
    across_mm: Amount
    between_mm: Amount


class HoleRow(Row):
    """A post's hole [mm]: how deep and wide, how much of the post stands above the ground there, how far its
    top lies under the rim (negative: left long, and trimmed by so much).
    """

    post: str
    x_mm: Amount
    y_mm: Amount
    deep_mm: Amount
    meant_mm: Amount
    wide_mm: Amount
    above_mm: Amount
    under_rim_mm: Amount


class ConcreteRow(Row):
    """The concrete of all holes [L], in bags as on the list."""

    litres: Amount
    bags: int
    says: str


class SettingOutRow(Figures):
    """What a bed is set out with. A round one has middles and a radius instead of strings."""

    pegs: list[PegRow]
    diagonals: list[DiagonalRow]
    checks: list[CornerCheckRow]
    middles: list[list[Amount]]
    radius_mm: Amount | None
    string_mm: Amount
    holes: list[HoleRow]
    concrete: ConcreteRow | None
    order: list[OrderRow]
    places: dict[str, list[Amount]]
