"""How a piece is sawn, as it lies on the saw: which cuts and notches it has, and when two pieces are one.

A mitre is cut across the wider face, a bevel through the thickness. Signs say which edge a cut takes from,
so that ends that slope towards each other are told from parallel ones.
"""

from collections.abc import Iterator
from dataclasses import dataclass

from acrebox.core.shape.bodies import SQUARE, Box, EndCut, Notch
from acrebox.core.shape.vector import dot, less

Ends = tuple[EndCut, EndCut]
Notches = tuple[Notch, ...]
Likeness = tuple[object, ...]
LEAST_ANGLE = 0.01


@dataclass(frozen=True, kw_only=True)
class Sawn:
    """Cuts and notches of a piece [mm]: its length as it ends up, the width of its wider face, its thickness;
    the longest and the shortest of its four long edges.
    """

    length: float
    width: float
    thickness: float
    ends: Ends = (SQUARE, SQUARE)
    notches: Notches = ()
    long_point: float | None = None
    short_point: float | None = None

    @property
    def likeness(self) -> Likeness:
        """The same for every way in which the piece can be turned on the saw, and for no other piece."""
        return min(_told(ends, notches) for ends, notches in self._turned())

    def _turned(self) -> Iterator[tuple[Ends, Notches]]:
        """The piece turned over and end for end; one as thick as it is wide also by a quarter."""
        ways: list[tuple[Ends, Notches]] = [(self.ends, self.notches)]
        if abs(self.width - self.thickness) < 0.05:
            ways.append(self._quarter(*ways[0]))
        for ends, notches in ways:
            yield ends, notches
            yield self._over(ends, notches)
            yield self._about_face(ends, notches)
            yield self._about_face(*self._over(ends, notches))

    def _quarter(self, ends: Ends, notches: Notches) -> tuple[Ends, Notches]:
        first, last = (EndCut(mitre=e.bevel, bevel=-e.mitre) for e in ends)
        return (first, last), tuple(Notch(n.along, n.through, _mirrored(n.face, self.width)) for n in notches)

    def _over(self, ends: Ends, notches: Notches) -> tuple[Ends, Notches]:
        """Half a turn about its length."""
        first, last = (EndCut(mitre=-e.mitre, bevel=-e.bevel) for e in ends)
        return (first, last), tuple(
            Notch(n.along, _mirrored(n.face, self.width), _mirrored(n.through, self.thickness))
            for n in notches
        )

    def _about_face(self, ends: Ends, notches: Notches) -> tuple[Ends, Notches]:
        """End for end, the wider face upright: what was on the left comes to the right."""
        last, first = (EndCut(mitre=e.mitre, bevel=-e.bevel) for e in ends)
        return (first, last), tuple(
            Notch(_mirrored(n.along, self.length), n.face, _mirrored(n.through, self.thickness))
            for n in notches
        )


def sawn(box: Box) -> Sawn:
    """How a body of a stick is sawn: its wider side is the face."""
    points = _long_edges(box)
    shaped = box.ends != (SQUARE, SQUARE)
    ends, notches = box.ends, box.notches
    if box.thickness > box.width + 1e-9:
        ends = (_swapped(ends[0]), _swapped(ends[1]))
        notches = tuple(Notch(n.along, n.through, n.face) for n in notches)
    return Sawn(
        length=box.overall,
        width=max(box.width, box.thickness),
        thickness=min(box.width, box.thickness),
        ends=ends,
        notches=notches,
        long_point=max(points) if shaped else None,
        short_point=min(points) if shaped else None,
    )


def ends_in_words(ends: Ends) -> str:
    """`square`, `45° mitre at both ends`, `30° bevel at one end`; two alike that do not slope towards each
    other are parallel.
    """
    first, last = (_in_words(end) for end in ends)
    if first == last == "":
        return "square"
    if not first or not last:
        return f"{first or last} at one end"
    if first != last:
        return f"{first} at one end, {last} at the other"
    a, b = ends
    parallel = a.mitre * b.mitre < -1e-9 or a.bevel * b.bevel < -1e-9
    return f"{first} at both ends" + (", parallel" if parallel else "")


def _in_words(end: EndCut) -> str:
    cuts = [(abs(end.mitre), "mitre"), (abs(end.bevel), "bevel")]
    return " with ".join(f"{angle:.4g}° {kind}" for angle, kind in cuts if angle > LEAST_ANGLE)


def _told(ends: Ends, notches: Notches) -> Likeness:
    cuts = tuple((round(e.mitre, 2) + 0.0, round(e.bevel, 2) + 0.0) for e in ends)
    places = tuple(
        sorted(
            tuple((round(a, 1) + 0.0, round(b, 1) + 0.0) for a, b in (n.along, n.face, n.through))
            for n in notches
        )
    )
    return cuts, places


def _long_edges(box: Box) -> list[float]:
    """Lengths of the four long edges [mm]."""
    corners = box.corners
    return [dot(less(corners[n + 4], corners[n]), box.along) for n in range(4)]


def _mirrored(span: tuple[float, float], size: float) -> tuple[float, float]:
    return size - span[1], size - span[0]


def _swapped(end: EndCut) -> EndCut:
    return EndCut(mitre=end.bevel, bevel=end.mitre)
