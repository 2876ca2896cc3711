"""The rows of the chapter of reservoirs."""

from acrebox.core.plan.drain_rows import FittingRow, PipeRow
from acrebox.core.plan.rows import Amount, Figures, OrderRow, Row, StepRow


class WaterTestRow(Row):
    """What the test with water showed: by how much the water fell, and in a day [mm]; whether it leaks, and
    whether the overflow ran.
    """

    drop_mm: Amount
    a_day_mm: Amount
    leaks: bool
    ran: bool
    says: str


class ReservoirRow(Figures):
    """A reservoir: its medium and the open share of it, its depth, what it holds [L], where it overflows and
    where the port of that lies over the floor, the soil over it, how far that soil lifts water, the inlet
    [mm]; what plants use against short grass, what water the soil itself holds for them [L]; its pipe as it
    is cut and as it lies, with where the riser stands and the overflow leaves [mm]; how a
    bucket tells how open the medium is; the test with water; what is done after what.
    """

    medium: str
    porosity: float
    depth_mm: Amount
    held_l: Amount
    overflow_mm: Amount
    port_mm: Amount
    soil_above_mm: Amount
    lifts_mm: Amount
    inlet_mm: Amount
    organic: float
    kc: float
    available_l: Amount
    pipe_mm: Amount | None
    pipe_holes: int
    pipes: list[PipeRow]
    fittings: list[FittingRow]
    loop: list[list[Amount]]
    riser: list[Amount]
    port: list[Amount]
    sleeve_mm: Amount | None
    test: WaterTestRow | None
    says: str
    bucket: list[OrderRow]
    steps: list[StepRow]
