"""What stands there: parts, joints, compartments, load cases, how it stands, named facts."""

from acrebox.core.assembly.bed import Assembly
from acrebox.core.assembly.compartment import Compartment, prism, within_walls
from acrebox.core.assembly.facts import (
    Brought,
    Good,
    Guide,
    Held,
    Joint,
    Span,
    Stance,
    Supports,
    UsedTimber,
    WallLayer,
    with_bad_ones,
)
from acrebox.core.assembly.loads import Hoop, Laid, LoadCase, Pull, Upright, WallAlong
from acrebox.core.assembly.parts import (
    CountedPiece,
    Part,
    Piece,
    SheetPiece,
    StandingPiece,
    StickPiece,
    WholePiece,
    of_role,
    stick,
)
from acrebox.core.assembly.roles import Role, is_post, role, role_order
from acrebox.core.assembly.sawing import Sawn, ends_in_words, sawn

__all__ = [
    "Assembly",
    "Brought",
    "Compartment",
    "CountedPiece",
    "Good",
    "Guide",
    "Held",
    "Hoop",
    "Joint",
    "Laid",
    "LoadCase",
    "Part",
    "Piece",
    "Pull",
    "Role",
    "Sawn",
    "SheetPiece",
    "Span",
    "Stance",
    "StandingPiece",
    "StickPiece",
    "Supports",
    "Upright",
    "UsedTimber",
    "WallAlong",
    "WallLayer",
    "WholePiece",
    "ends_in_words",
    "is_post",
    "of_role",
    "prism",
    "role",
    "role_order",
    "sawn",
    "stick",
    "with_bad_ones",
    "within_walls",
]
