"""Filling otherwise: recipes, other ways for the same money, a boundary of the layers moved; recipes that a
yard keeps.
"""

from collections.abc import Callable
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Path
from pydantic import BaseModel, Field

from acrebox.api.context import AllStores, Context, InItsUnits, Stores
from acrebox.api.planning import Shown
from acrebox.api.problems import RESPONSES
from acrebox.api.working import AtWork
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.otherwise import Edit, OtherWay, RecipeRow, moved, other_ways, recipes, recipes_for
from acrebox.core.yard import OwnRecipe
from acrebox.store import StaleError, StoredYard

router = APIRouter(prefix="/api", tags=["filling"], responses=RESPONSES, dependencies=[InItsUnits])
TRIES = 5
"""How often a recipe is kept anew where the yard was saved by somebody else meanwhile."""


class MovedIn(BaseModel):
    """A design, the layer whose top is moved (from 0, as the plan has them), and to which height over the
    floor, as typed or [mm].
    """

    design: Design
    boundary: Annotated[int, Field(ge=0, le=100)]
    to: Annotated[str, Field(min_length=1, max_length=40)] | float


@router.post("/recipes")
def find_recipes(design: Design, asked: Context, work: AtWork) -> list[RecipeRow]:
    """Every recipe as the bed would have it: what it costs, weighs and leaves for roots. Stores nothing."""
    return work(recipes_for, design, asked.yard_of(design.name))


@router.post("/other-ways")
def find_other_ways(design: Design, asked: Context, work: AtWork, shown: Shown = None) -> list[OtherWay]:
    """The same money, other ways: what each would save, planned whole. Stores nothing."""
    return work(other_ways, design, asked.yard_of(design.name), shown)


@router.post("/layers-moved")
def move_boundary(asked: MovedIn, where: Context, work: AtWork) -> list[Edit]:
    """What of a design changes where the top of a layer comes to lie elsewhere. Stores nothing."""
    yard = where.yard_of(asked.design.name)
    return work(moved, asked.design, asked.boundary, asked.to, yard)


@router.put("/yards/{yard_id}/recipes")
def keep_recipe(yard_id: UUID, recipe: OwnRecipe, kept: AllStores) -> list[OwnRecipe]:
    """Keep layers as a recipe of a yard, in place of one of that name. Refused under the name of one of the
    product's.
    """
    if not recipe.layers:
        raise refuse("layers", "none", "A recipe has layers.", "at least one layer")
    if recipe.name in {r.name for r in recipes()}:
        raise refuse("name", recipe.name, "A recipe of the product has that name.", "another name")

    def put(yard: StoredYard) -> tuple[OwnRecipe, ...]:
        return (*(r for r in yard.yard.recipes if r.name != recipe.name), recipe)

    return _change(yard_id, kept, put)


@router.delete("/yards/{yard_id}/recipes/{name}")
def drop_recipe(
    yard_id: UUID, name: Annotated[str, Path(min_length=1, max_length=60)], kept: AllStores
) -> list[OwnRecipe]:
    """Take a recipe out of a yard; beds that were filled by it stay as they are."""
    return _change(yard_id, kept, lambda yard: tuple(r for r in yard.yard.recipes if r.name != name))


def _change(
    yard_id: UUID, kept: Stores, put: Callable[[StoredYard], tuple[OwnRecipe, ...]]
) -> list[OwnRecipe]:
    """Save a yard with other recipes, whatever else of it was saved meanwhile."""
    for last in range(TRIES):
        yard = kept.yards.get(yard_id)
        found = put(yard)
        if found == yard.yard.recipes:
            break
        try:
            kept.yards.change(yard_id, yard.revision, yard.yard.model_copy(update={"recipes": found}))
            break
        except StaleError:
            if last == TRIES - 1:
                raise
    return list(found)
