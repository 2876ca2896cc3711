"""The Yard: what all beds of a place share, and a bed with what it leaves to its yard filled in."""

from acrebox.core.yard.document import (
    CURRENT_SCHEMA,
    LONE,
    Made,
    Place,
    Saw,
    Soil,
    Stacked,
    Yard,
    check_yard,
    read_yard,
    yard_problems,
)
from acrebox.core.yard.groups import yard_groups
from acrebox.core.yard.settle import book_of, left_over, list_of, settled, stick_key

__all__ = [
    "CURRENT_SCHEMA",
    "LONE",
    "Made",
    "Place",
    "Saw",
    "Soil",
    "Stacked",
    "Yard",
    "book_of",
    "check_yard",
    "left_over",
    "list_of",
    "read_yard",
    "settled",
    "stick_key",
    "yard_groups",
    "yard_problems",
]
