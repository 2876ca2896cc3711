"""The sheets of a ring as bodies: their wave, the room within, and how it is likely to stand."""

from math import cos, pi, sin, tan

from shapely import Polygon

from acrebox.core.assembly import Guide, Part, SheetPiece, role
from acrebox.core.construction.ring_sizes import RingMade
from acrebox.core.shape.bodies import Corners, Extrusion
from acrebox.core.shape.vector import UP, Point2, X, Y

POINTS_A_WAVE = 8
FLAT_WAVES = 1.0


def _place(ring: RingMade, along: float, out: float) -> Point2:
    """The point so far along the middle of the wave, anticlockwise from the right, and so far outside it
    [mm].
    """
    (x, y), r, s = ring.middle.centre, ring.middle.radius, ring.middle.straight
    along %= ring.girth
    quarter = pi * r / 2
    # Half the right end, the back, the left end, the front, the other half of the right end.
    if along <= quarter:
        return _on_end(x + s / 2, y, r + out, along / r)
    if along <= quarter + s:
        return x + s / 2 - (along - quarter), y + r + out
    if along <= 3 * quarter + s:
        return _on_end(x - s / 2, y, r + out, (along - s) / r)
    if along <= 3 * quarter + 2 * s:
        return x - s / 2 + (along - 3 * quarter - s), y - r - out
    return _on_end(x + s / 2, y, r + out, (along - 2 * s) / r)


def _on_end(x: float, y: float, radius: float, angle: float) -> Point2:
    return x + radius * cos(angle), y + radius * sin(angle)


def _waves(ring: RingMade) -> int:
    """Waves in the cover of a sheet, whole: every seam lies on a ridge."""
    return max(2, round(ring.cover / ring.wave.pitch))


def _line(ring: RingMade, first: float, last: float, out: float) -> list[Point2]:
    """The steel's face so far outside its middle [mm], from one share of the girth to another."""
    waves = _waves(ring) * ring.count
    steps = max(1, round((last - first) * waves * POINTS_A_WAVE))
    pitch = ring.wave.pitch
    found = []
    for n in range(steps + 1):
        share = first + (last - first) * n / steps
        # A seam lies on an outer ridge; `swing` is how far in from the middle.
        found.append(_place(ring, share * ring.girth, out - ring.wave.swing(share * waves * pitch)))
    return found


def ring_sheet(ring: RingMade, n: int) -> Part:
    """A sheet of the ring, as far as it covers: where it is lapped the next one lies on it."""
    half = ring.wave.inward / 2
    first, last = n / ring.count, (n + 1) / ring.count
    outer, inner = _line(ring, first, last, half), _line(ring, first, last, -half)
    body = Extrusion(
        profile=Polygon([*outer, *reversed(inner)]),
        origin=(0.0, 0.0, -ring.bury),
        along=UP,
        face=X,
        through=Y,
        length=ring.height,
    )
    piece = SheetPiece(stock=ring.sheet.key, finished=ring.height, stock_width=ring.width)
    return Part(name=f"sheet {n + 1}", role=role("ring sheet"), body=body, piece=piece, course=1)


def ring_room(ring: RingMade) -> Corners:
    """The room within the steel, as it waves."""
    return Corners(tuple(_line(ring, 0.0, 1.0, -ring.wave.inward / 2)[:-1]))


def flat_spot(cover: float, lap: float, pitch: float) -> float:
    """How much of a sheet stays flat at a seam [mm]: the lap, which is stiff twice, and a wave on either
    side that the screws hold to it. Source: common practice.
    """
    return min(cover / 2, lap + 2 * FLAT_WAVES * pitch)


def stands_as(count: int, cover: float, flat: float) -> tuple[float, float, float]:
    """How a ring of so many sheets is likely to stand: the radius [mm] of the bent part of each sheet, and
    the least and the greatest way from the middle to it. Between flats of that length a sheet is an arc, so
    the ring is a polygon of flats rounded by that radius.
    """
    bend = (cover - flat) * count / (2 * pi)
    return bend, bend + flat / 2 / tan(pi / count), bend + flat / 2 / sin(pi / count)


def standing_guides(ring: RingMade) -> tuple[Guide, ...]:
    """The line that the middle of the wave is likely to take, flat at its seams."""
    if ring.middle.straight:
        return ()
    flat = flat_spot(ring.cover, ring.lap, ring.wave.pitch)
    bend, low, _ = stands_as(ring.count, ring.cover, flat)
    (x, y), points = ring.middle.centre, list[Point2]()
    for n in range(ring.count):
        # A seam, its flat on either side, then the arc to the next one.
        seam = 2 * pi * n / ring.count
        for step in range(13):
            angle = seam + 2 * pi / ring.count * step / 12
            corner = seam + pi / ring.count
            reach = (low - bend) / cos(pi / ring.count)
            points.append(
                (
                    x + reach * cos(corner) + bend * cos(angle),
                    y + reach * sin(corner) + bend * sin(angle),
                )
            )
    return (Guide(what="as it is likely to stand, flat at its seams", points=tuple(points)),)
