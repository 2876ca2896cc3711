"""The rows of the chapter of reservoirs."""

from acrebox.core.plan.rows import Amount, Figures, Row, StepRow


class MediumRow(Row):
    """What another medium, as deep, would hold [L], and what it would weigh dry and full of water [kg]."""

    medium: str
    name: str
    held_l: Amount
    dry_kg: Amount
    full_kg: Amount


class ReservoirRow(Figures):
    """A reservoir: its medium and the open share of it, its depth, what it holds [L], where it overflows and
    where the port of that lies over the floor, the soil over it, how far that soil lifts water, the inlet
    [mm]; media compared; what is done after what.
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
    says: str
    media: list[MediumRow]
    steps: list[StepRow]
