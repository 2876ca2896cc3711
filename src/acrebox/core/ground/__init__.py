"""The ground under a bed: readings, levels, squareness, setting out, footings."""

from acrebox.core.ground.as_built import AsBuilt, TrueStation, as_built, packing
from acrebox.core.ground.book import DATUM, Book, Reading, read_book
from acrebox.core.ground.corners import Held, SquareAnswer, Tapes, check_corners, racked
from acrebox.core.ground.holes import Hole, concrete_in, holes_of
from acrebox.core.ground.level import (
    Levelled,
    LevelStation,
    SideSection,
    base_on_level_ground,
    ground_of,
    levelled,
    trench_of,
)
from acrebox.core.ground.limits import ground_limit
from acrebox.core.ground.network import Laid, Network, Tie, laid
from acrebox.core.ground.on_ground import on_ground
from acrebox.core.ground.places import corner_places, places_of
from acrebox.core.ground.reduce import Reduction, Station, reduced
from acrebox.core.ground.setting_out import SettingOut, set_out, three_four_five
from acrebox.core.ground.square import CORNERS, MEASURES, Tape, check_square, fitted, held_to, read_tape
from acrebox.core.ground.surface import surface, under
from acrebox.core.ground.suspects import SuspectStation, suspects
from acrebox.core.ground.taped import check_taped, network_of, tapes_wanted

__all__ = [
    "CORNERS",
    "DATUM",
    "MEASURES",
    "AsBuilt",
    "Book",
    "Held",
    "Hole",
    "Laid",
    "LevelStation",
    "Levelled",
    "Network",
    "Reading",
    "Reduction",
    "SettingOut",
    "SideSection",
    "SquareAnswer",
    "Station",
    "SuspectStation",
    "Tape",
    "Tapes",
    "Tie",
    "TrueStation",
    "as_built",
    "base_on_level_ground",
    "check_corners",
    "check_square",
    "check_taped",
    "concrete_in",
    "corner_places",
    "fitted",
    "ground_limit",
    "ground_of",
    "held_to",
    "holes_of",
    "laid",
    "levelled",
    "network_of",
    "on_ground",
    "packing",
    "places_of",
    "racked",
    "read_book",
    "read_tape",
    "reduced",
    "set_out",
    "surface",
    "suspects",
    "tapes_wanted",
    "three_four_five",
    "trench_of",
    "under",
]
