"""Pieces of lining, each with the pattern that it is cut to, as it lies on the ground."""

from dataclasses import dataclass, replace
from typing import Literal

from shapely import Polygon
from shapely.geometry.base import BaseGeometry

from acrebox.core.design import Sold
from acrebox.core.shape.bodies.face import polygons
from acrebox.core.shape.vector import Point2

Line = tuple[Point2, ...]
PieceKind = Literal["strip", "board", "drape", "wrap", "floor", "one", "patch", "drain"]
"""What a piece is: a strip or a board on a wall, a drape in a drum, a wrap, a band on a floor, floor and
walls in one, a patch over a slit of that, what belongs to a drain.
"""


@dataclass(frozen=True)
class Pattern:
    """A piece flat [mm], from its lower left corner: the rings of its edge and of its holes, where it is
    folded, where it is slit, where it is stapled.
    """

    rings: tuple[Line, ...]
    folds: tuple[Line, ...] = ()
    slits: tuple[Line, ...] = ()
    staples: tuple[Line, ...] = ()

    @property
    def polygon(self) -> Polygon:
        """Its edge and its holes as a polygon [mm]."""
        return Polygon(self.rings[0], self.rings[1:])


@dataclass(frozen=True, kw_only=True)
class LinerPiece:
    """Pieces alike: what they are and are for, of what, how long and wide they are cut [mm], how many, how
    many notches each has; of strips over each other the row from the floor, from 0; of what lies on a floor
    where it lies, seen from above [mm].
    """

    kind: PieceKind
    what: str
    material: Sold
    length: float
    width: float
    count: int = 1
    notches: int = 0
    pattern: Pattern
    row: int = 0
    lies: tuple[Line, ...] = ()


def plain(
    kind: PieceKind, what: str, material: Sold, length: float, width: float, count: int = 1
) -> LinerPiece:
    """Rectangles without a notch, the longer side along [mm]."""
    length, width = max(length, width), min(length, width)
    return LinerPiece(
        kind=kind,
        what=what,
        material=material,
        length=length,
        width=width,
        count=count,
        pattern=Pattern((rectangle(length, width),)),
    )


def rectangle(length: float, width: float) -> Line:
    """The ring of a rectangle from its lower left corner [mm]."""
    return ((0.0, 0.0), (length, 0.0), (length, width), (0.0, width))


def rings_of(shape: BaseGeometry) -> tuple[Line, ...]:
    """The edge and the holes of a shape [mm], of its largest piece where it falls apart."""
    whole = max(polygons(shape), key=lambda p: p.area)
    return tuple(
        tuple((float(x), float(y)) for x, y in list(ring.coords)[:-1])
        for ring in (whole.exterior, *whole.interiors)
    )


def alike(pieces: list[LinerPiece]) -> list[LinerPiece]:
    """Pieces of one pattern told together."""
    found: dict[tuple[object, ...], LinerPiece] = {}
    for piece in pieces:
        key = (
            piece.what,
            piece.material,
            round(piece.length, 1),
            round(piece.width, 1),
            piece.pattern,
            piece.lies,
        )
        known = found.get(key)
        found[key] = replace(known, count=known.count + piece.count) if known else piece
    return list(found.values())
