"""The Yard: what all beds of a place share, and a bed with what it leaves to its yard filled in."""

from acrebox.core.yard.document import (
    COMPASS,
    CURRENT_SCHEMA,
    LONE,
    Follow,
    Lie,
    Made,
    OwnRecipe,
    Place,
    Soil,
    Stacked,
    Yard,
    read_yard,
)
from acrebox.core.yard.groups import yard_groups
from acrebox.core.yard.problems import check_yard, yard_problems
from acrebox.core.yard.settle import book_of, left_over, list_of, settled, stick_key
from acrebox.core.yard.spots import Measured, Misfit, turns_left, within
from acrebox.core.yard.things import FEWEST, YARD, Kind, Thing, kinds, square

__all__ = [
    "COMPASS",
    "CURRENT_SCHEMA",
    "FEWEST",
    "LONE",
    "YARD",
    "Follow",
    "Kind",
    "Lie",
    "Made",
    "Measured",
    "Misfit",
    "OwnRecipe",
    "Place",
    "Soil",
    "Stacked",
    "Thing",
    "Yard",
    "book_of",
    "check_yard",
    "kinds",
    "left_over",
    "list_of",
    "read_yard",
    "settled",
    "square",
    "stick_key",
    "turns_left",
    "within",
    "yard_groups",
    "yard_problems",
]
