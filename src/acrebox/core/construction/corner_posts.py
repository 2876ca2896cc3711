"""One post in a corner that is not square: a corner of it is ripped off along its whole length, so that it
lies with a face against each of both sides.
"""

from dataclasses import dataclass, replace
from math import cos, radians, sin

from shapely import LineString, Polygon
from shapely.geometry import box

from acrebox.core.assembly import Part, StickPiece
from acrebox.core.construction.sizes import size
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box, Extrusion
from acrebox.core.shape.outline import Side

SQUARE_DEG = 1e-6
FAR_MM = 10_000.0


@dataclass(frozen=True)
class CornerCut:
    """How a post `wide` along its own side and `deep` from it [mm] is ripped for a corner of `angle` [°]: how
    far it reaches past the corner (`past`), over how much it then lies against its own side and against the
    other one [mm].
    """

    angle: float
    wide: float
    deep: float
    past: float
    own: float
    other: float

    @property
    def profile(self) -> Polygon:
        """Its section [mm]: along its own side from where the post begins, which is at its corner, and away
        from that side.
        """
        slope = radians(self.angle)
        x, y = FAR_MM * cos(slope), FAR_MM * sin(slope)
        beyond = Polygon([(self.past, 0.0), (self.past + x, y), (-FAR_MM, y), (-FAR_MM, 0.0)])
        left = box(0.0, 0.0, self.wide, self.deep).difference(beyond)
        assert isinstance(left, Polygon)
        return left

    @property
    def behind(self) -> float:
        """How much wood is behind the middle of the face against the other side [mm]."""
        slope = radians(self.angle)
        x, y = self.past + self.other / 2 * cos(slope), self.other / 2 * sin(slope)
        inward = LineString([(x, y), (x + FAR_MM * sin(slope), y - FAR_MM * cos(slope))])
        return float(inward.intersection(self.profile).length)

    def words(self, show: Printer) -> str:
        """What comes off it."""
        slope = abs(radians(self.angle))
        if self.past:
            wide, deep = self.past, self.other * sin(slope)
        else:
            wide, deep = self.deep * cos(slope) / sin(slope), self.deep
        return (
            f"one corner, {show.length(wide)} × {show.length(deep)}, along its whole length: its two faces"
            f" then stand at {show.short(self.angle, 1)}°"
        )


def corner_cut(angle: float, wide: float, deep: float) -> CornerCut | None:
    """How a post is ripped for a corner of an `angle` [°] inside; None for a square one, which needs none,
    for an inner one, and where it would not lie on either side with what a screw wants.

    In an obtuse corner it reaches past the corner so far that it lies as long on the one side as on the
    other: w − s = s ÷ |cos|. In a sharp one it begins at the corner.
    """
    if abs(angle - 90) < SQUARE_DEG or not 0 < angle < 180:
        return None
    flat, steep = cos(radians(angle)), sin(radians(angle))
    if angle > 90:
        past = wide * -flat / (1 - flat)
        own, other = wide - past, min(past / -flat, deep / steep)
    else:
        past, own, other = 0.0, wide, deep / steep
        if deep * flat / steep >= wide:
            return None
    least = size("end_bearing")
    return CornerCut(angle, wide, deep, past, own, other) if min(own, other) >= least else None


def rip(post: Part, cut: CornerCut, *, at_end: bool, other: Side, show: Printer) -> Part:
    """The post of a corner, ripped: `at_end` says that it stands at the end of its own side, `other` is the
    one that it then lies against as well.
    """
    stood, profile = post.solid, cut.profile
    if at_end:  # mirrored: the section runs back from the corner
        profile = Polygon([(cut.wide - x, y) for x, y in profile.exterior.coords])
    body = Extrusion(profile, stood.origin, stood.along, stood.face, stood.through, stood.length)
    piece = post.piece
    assert isinstance(piece, StickPiece)
    start = 0.0 if at_end else other.length - cut.other
    leans = Box(
        origin=other.place(start, 0.0, stood.origin[2]),
        along=stood.along,
        face=other.along,
        through=other.inward,
        length=stood.length,
        width=cut.other,
        thickness=cut.behind,
    )
    return replace(post, body=body, piece=replace(piece, off=cut.words(show)), leans=(leans,))
