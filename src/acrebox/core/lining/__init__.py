"""What keeps the wood dry and the soil in: linings of walls and floors with their flat patterns, from which
rolls they are cut, what holds them, what coats the wood.
"""

from acrebox.core.lining.cuts import Cloth
from acrebox.core.lining.faces import exposed_faces
from acrebox.core.lining.held import STIFF
from acrebox.core.lining.limits import lining_limit
from acrebox.core.lining.lining import Lining, lining_of
from acrebox.core.lining.paint import Coat
from acrebox.core.lining.pieces import Line, LinerPiece, Pattern, rings_of
from acrebox.core.lining.rolls import Taken
from acrebox.core.lining.room import LinedRoom, rooms_of

__all__ = [
    "STIFF",
    "Cloth",
    "Coat",
    "Line",
    "LinedRoom",
    "LinerPiece",
    "Lining",
    "Pattern",
    "Taken",
    "exposed_faces",
    "lining_limit",
    "lining_of",
    "rings_of",
    "rooms_of",
]
