"""The fill part of the Plan, as published: layers, what is bought of each material, and their sums."""

from acrebox.core.plan.rows import Amount, Figures, Row


class FillLayer(Figures):
    """One layer in place and what is bought of its material (of a mix: of all its materials, its share of
    their cost). `at` is its place among the chosen layers; the stone round a drain has none.
    """

    at: int | None
    material: str
    name: str
    kind: str
    base_mm: Amount
    depth_mm: Amount
    settled_l: Amount
    loose_l: Amount
    fallen_l: Amount
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


class MixRow(Row):
    """One material of a layer that is a mix: of which layer (from 0), its share [%], what it is."""

    layer: int
    material: str
    name: str
    share: float
    settled_l: Amount
    loose_l: Amount
    wet_kg: Amount


class BagsBought(Row):
    """Bags of one size: how many are bought, and what one costs."""

    size_l: Amount
    size: str
    count: int
    each: Amount


class FillPurchase(Figures):
    """What is bought of one material for the whole bed: to bring, to hand and left over, loose; bags of
    each size (some of them for the reserve alone) and steps of a load; what is kept back for topping up; what
    bags alone and a load alone would cost.
    """

    material: str
    name: str
    kind: str
    layers: list[int]
    loose_l: Amount
    to_hand_l: Amount
    way: str
    asked: str
    bags: list[BagsBought]
    bag_sizes: list[str]
    kept_back: int
    reserve_l: Amount
    bulk_steps: int
    bulk_step_l: Amount | None
    bulk_step: str | None
    bulk_each: Amount | None
    delivery: Amount | None
    left_over_l: Amount
    bag_cost: Amount | None
    bulk_cost: Amount | None
    break_even_l: Amount | None
    barrows: int
    cost: Amount


class FillPlan(Figures):
    """The soil: layers bottom to top, the materials of mixes, what is bought, and their sums."""

    layers: list[FillLayer]
    mixes: list[MixRow]
    purchases: list[FillPurchase]
    settled_l: Amount
    loose_l: Amount
    settled_ft3: Amount
    settled_yd3: Amount
    loose_ft3: Amount
    loose_yd3: Amount
    wet_kg: Amount
    barrows: int
    cost: Amount
