"""The same bed filled otherwise: by a recipe, for less money, with a boundary of its layers moved. Above the
plan: each is planned before it is offered.
"""

from acrebox.core.otherwise.cheaper import OtherWay, other_ways
from acrebox.core.otherwise.moved import Edit, moved
from acrebox.core.otherwise.recipes import RecipeRow, recipes, recipes_for

__all__ = ["Edit", "OtherWay", "RecipeRow", "moved", "other_ways", "recipes", "recipes_for"]
