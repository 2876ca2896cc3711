"""Recipes for the fill, each planned for the bed that asks: what it would cost, weigh and leave for roots."""

from collections.abc import Iterator
from functools import cache
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from acrebox.core.data import read_as
from acrebox.core.design import CARRIED, Design, Layer, put_at, read_design
from acrebox.core.errors import DesignError
from acrebox.core.fill import root_depth
from acrebox.core.fill.limits import fill_limit
from acrebox.core.measure.systems import System
from acrebox.core.plan import LAYERS, PURCHASES, Plan, open_plan
from acrebox.core.plan.rows import Amount
from acrebox.core.yard import LONE, Yard

Fits = Literal["any", "open", "container", "reservoir", "carried"]


class _RecipeLayer(BaseModel):
    """A layer of a recipe; its depth in both systems, where it is no share."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    material: str | None = None
    mix: tuple[dict[str, Any], ...] = ()
    share: float | None = None
    metric: str | None = None
    imperial: str | None = None

    def of(self, system: System) -> dict[str, Any]:
        """As a design has it, in a system."""
        what = {"mix": list(self.mix)} if self.mix else {"material": self.material}
        if self.share is not None:
            return {**what, "share": self.share}
        return {**what, "depth": self.metric if system is System.METRIC else self.imperial}


class Recipe(BaseModel):
    """A recipe: its layers bottom to top, and which beds it is for."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    key: str
    name: str
    says: str
    fits: Fits
    layers: tuple[_RecipeLayer, ...]


@cache
def recipes() -> tuple[Recipe, ...]:
    """Every recipe there is."""
    return tuple(read_as(list[Recipe], "fill", "recipes.toml", "recipe"))


class RecipeRow(BaseModel):
    """A recipe for a bed: its layers as a design has them, whether it suits the bed and is the yard's `own`;
    what it costs and weighs, how much is brought, how deep roots go; or why it cannot be.
    """

    model_config = ConfigDict(frozen=True)

    key: str
    name: str
    says: str
    own: bool
    suits: bool
    layers: list[dict[str, Any]]
    cost: Amount | None = None
    loose_l: Amount | None = None
    wet_kg: Amount | None = None
    roots_mm: Amount | None = None
    trouble: str = Field(default="", description="why the bed cannot be filled so")


def recipes_for(design: Design, yard: Yard = LONE) -> list[RecipeRow]:
    """Every recipe as the bed would have it, those that suit it first; then the yard's own.

    Raises DesignError where the bed itself cannot be planned.
    """
    plan = open_plan(design, yard)
    found = [_planned(row, plan, yard) for row in _all(plan, yard)]
    return sorted(found, key=lambda row: (row.own, not row.suits))


def _all(plan: Plan, yard: Yard) -> Iterator[RecipeRow]:
    """Every recipe, and the yard's own, as nobody has planned them yet."""
    wanted = _wanted(plan)
    for r in recipes():
        layers = [layer.of(plan.design.system) for layer in r.layers]
        suits = r.fits in wanted
        yield RecipeRow(key=r.key, name=r.name, says=r.says, own=False, suits=suits, layers=layers)
    for own in yard.recipes:
        layers = [_written(layer) for layer in own.layers]
        yield RecipeRow(key=own.name, name=own.name, says=own.says, own=True, suits=True, layers=layers)


def _written(layer: Layer) -> dict[str, Any]:
    return layer.model_dump(mode="json", exclude_defaults=True)


def _wanted(plan: Plan) -> tuple[Fits, ...]:
    """For which beds a recipe is to be that suits this one."""
    design = plan.design
    if design.reservoir is not None:
        return ("reservoir",)
    if design.site.stands_on in CARRIED:
        return ("carried",)
    floored = design.construction.floored or design.lining.floor == "pond"
    return ("any", "container") if floored else ("any", "open")


def _planned(row: RecipeRow, plan: Plan, yard: Yard) -> RecipeRow:
    """A recipe with what it comes to in the bed, or why it cannot be."""
    document = put_at(plan.asked.document(), "fill.layers", row.layers)
    try:
        filled = open_plan(read_design(document, yard.units), yard)
        laid, bought = filled[LAYERS], filled[PURCHASES]
    except DesignError as fault:
        return row.model_copy(update={"suits": False, "trouble": fault.problems[0].message})
    roots, least = root_depth(laid), fill_limit("over_filler", plan.show.built)
    buried = any(x.is_filler for x in laid) and roots < least - 1
    return row.model_copy(
        update={
            "suits": row.suits and not buried,
            "cost": float(sum(p.cost for p in bought)),
            "loose_l": sum(p.loose for p in bought),
            "wet_kg": sum(x.wet for x in laid),
            "roots_mm": roots,
        }
    )
