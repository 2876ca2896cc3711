"""The fill part of the Plan, as published: layers and their sums."""

from acrebox.core.plan.rows import Amount, Figures


class FillLayer(Figures):
    """One material in place and as bought."""

    material: str
    name: str
    kind: str
    base_mm: Amount
    depth_mm: Amount
    settled_l: Amount
    loose_l: Amount
    wet_kg: Amount
    barrows: int
    bag_l: Amount | None
    bag_sizes: list[str]
    bags: int
    kept_back: int
    bag_cost: Amount | None
    bulk_step_l: Amount | None
    bulk_steps: int
    bulk_l: Amount | None
    bulk_cost: Amount | None
    break_even_l: Amount | None
    way: str
    cost: Amount


class FillPlan(Figures):
    """The soil: layers bottom to top, and their sums."""

    layers: list[FillLayer]
    settled_l: Amount
    loose_l: Amount
    settled_ft3: Amount
    settled_yd3: Amount
    loose_ft3: Amount
    loose_yd3: Amount
    wet_kg: Amount
    barrows: int
    cost: Amount
