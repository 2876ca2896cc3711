"""The ground under a bed: readings, levels, squareness, setting out, footings."""

from acrebox.core.ground.as_built import AsBuilt, TrueStation, as_built, packing
from acrebox.core.ground.book import DATUM, Book, Reading, read_book
from acrebox.core.ground.holes import Hole, holes_of
from acrebox.core.ground.level import (
    Levelled,
    LevelStation,
    SideSection,
    ground_of,
    levelled,
    litres,
    trench_of,
)
from acrebox.core.ground.limits import ground_limit
from acrebox.core.ground.on_ground import on_ground
from acrebox.core.ground.places import corner_places, places_of
from acrebox.core.ground.quadrilateral import CORNERS, MEASURES, Quadrilateral, fitted, off_by_itself
from acrebox.core.ground.reduce import Reduction, Station, reduced
from acrebox.core.ground.setting_out import SettingOut, set_out, three_four_five
from acrebox.core.ground.square import SquareAnswer, Tape, check_square, read_tape
from acrebox.core.ground.surface import surface, under
from acrebox.core.ground.suspects import SuspectStation, suspects

__all__ = [
    "CORNERS",
    "DATUM",
    "MEASURES",
    "AsBuilt",
    "Book",
    "Hole",
    "LevelStation",
    "Levelled",
    "Quadrilateral",
    "Reading",
    "Reduction",
    "SettingOut",
    "SideSection",
    "SquareAnswer",
    "Station",
    "SuspectStation",
    "Tape",
    "TrueStation",
    "as_built",
    "check_square",
    "corner_places",
    "fitted",
    "ground_limit",
    "ground_of",
    "holes_of",
    "levelled",
    "litres",
    "off_by_itself",
    "on_ground",
    "packing",
    "places_of",
    "read_book",
    "read_tape",
    "reduced",
    "set_out",
    "surface",
    "suspects",
    "three_four_five",
    "trench_of",
    "under",
]
