"""The rows of the chapter of drains."""

from acrebox.core.plan.rows import Amount, Figures, Row, StepRow


class DrainHoleRow(Row):
    """A hole through the floor [mm]: its middle from the outside front left corner, x along the front."""

    x_mm: Amount
    y_mm: Amount
    diameter_mm: Amount


class PipeRow(Row):
    """Pieces of pipe alike: how long each is cut, and how far the middles at its ends lie apart [mm]."""

    label: str
    length_mm: Amount
    middles_mm: Amount
    count: int


class FittingRow(Row):
    """Fittings alike."""

    name: str
    count: int


class DrainRow(Figures):
    """How water leaves: holes or a loop of pipe, what they carry and what the design rain brings [L/min],
    trays and how soon they are full [min], screens and how wide each is [mm], stone round the pipe [L], the
    loop and the floor as they lie [mm].
    """

    kind: str
    says: str
    holes: list[DrainHoleRow]
    pattern: str | None
    carries_l_min: Amount | None
    wanted_l_min: Amount
    trays: int
    tray_full_min: Amount | None
    screens: int
    screen_mm: Amount | None
    stone_l: Amount
    pipes: list[PipeRow]
    fittings: list[FittingRow]
    pipe_mm: Amount | None
    sleeve_mm: Amount | None
    pipe_holes: int
    loop: list[list[Amount]]
    floor: list[list[Amount]]
    steps: list[StepRow]
