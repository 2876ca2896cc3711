"""What a Plan says of itself, as published: whose it is, what was understood, its totals."""

from typing import Literal

from acrebox.core.plan.rows import Amount, Figures, Row

WrittenUnit = Literal["mm", "L", "kN/m³", "kPa", "kg", "mm/h"]


class Understood(Row):
    """A length, volume or load of the design as it was understood, in both systems."""

    amount: Amount
    unit: WrittenUnit
    metric: str
    imperial: str


class Taxed(Figures):
    """What is to pay with tax of so many per cent on top: for stock and fixings, for soil, for both; what is
    bought at each stage.
    """

    percent: float
    stock_cost: Amount
    fill_cost: Amount
    cost: Amount
    by_stage: dict[str, Amount]


class Totals(Figures):
    """The running figures of the tape; what is bought at each stage."""

    sticks: int
    timber_cost: Amount
    fixing_cost: Amount
    lining_cost: Amount
    ground_cost: Amount
    stock_cost: Amount
    fill_cost: Amount
    cost: Amount
    by_stage: dict[str, Amount]
    soil_l: Amount
    soil_kg: Amount
    timber_kg: Amount
    weight_kg: Amount
    taxed: Taxed | None = None
