"""From the outline as chosen to the ring of the outside walls."""

from math import cos, pi, sin

from acrebox.core.construction.sizes import size as size_of
from acrebox.core.design import (
    AnyOutline,
    Corner,
    Design,
    HShape,
    LShape,
    Measured,
    Polygon,
    Rectangle,
    RegularPolygon,
    UShape,
)
from acrebox.core.errors import DesignError, Problem, refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.outline import Outline, walked
from acrebox.core.shape.vector import Point2

OUTWARD = {Measured.OUTSIDE: 0.0, Measured.MIDDLE: 0.5, Measured.INSIDE: 1.0}
"""How much of the wall lies outside what was measured."""


def outside_outline(design: Design, wall: float, least_inside: float, show: Printer) -> Outline:
    """The outline round the outside of walls `wall` [mm] thick, whichever way it was measured.

    `least_inside` is what every side must have inside the walls [mm] (its posts).
    Raises DesignError that names the side at fault.
    """
    chosen = design.outline
    _check_lengths(chosen, wall, least_inside, show)
    given = Outline(_ring(chosen, show))
    trouble = given.trouble()
    if trouble:
        raise refuse(
            "outline",
            _words(chosen, show),
            f"The outline cannot be closed: {trouble}.",
            "sides that meet without crossing, walked with the bed on the left hand",
        )
    try:
        outside = given.inset(-OUTWARD[chosen.measured] * wall)
        inside = outside.inset(wall)
    except ValueError as reason:
        raise refuse(
            "outline",
            _words(chosen, show),
            f"The walls do not fit: {reason}.",
            f"sides longer than two walls of {show.length(wall)}",
        ) from None
    _check_sides(chosen, outside, inside, least_inside, show)
    # The walk starts at the origin of the outside, so that drawings and parts share one corner.
    x0, y0 = min(p[0] for p in outside.points), min(p[1] for p in outside.points)
    return Outline(tuple((x - x0, y - y0) for x, y in outside.points))


def refuse_askew(outline: Outline, corner: Corner, what: str) -> None:
    """Refuse corners that are not square, or are to be mitred, for panels that cannot be made so."""
    square = "square corners, long or short sides running through"
    if corner is Corner.MITRED:
        raise refuse("construction.corner", corner, f"{what} meet square.", square)
    if any(abs(c - 90) > 1e-6 and abs(c - 270) > 1e-6 for c in outline.corners):
        raise refuse(
            "outline", ", ".join(f"{c:.4g}°" for c in outline.corners[:8]), f"{what} meet square.", square
        )


def _check_lengths(chosen: AnyOutline, wall: float, least: float, show: Printer) -> None:
    problems = []
    inside = chosen.measured is Measured.INSIDE
    for field, size in _sizes(chosen):
        # Legs and bars are walls and the soil between them; what is measured inside has no wall in it.
        low = least if inside else least + 2 * wall
        if isinstance(chosen, Polygon | RegularPolygon):
            low = 0.0
        if size.mm <= 0 or size.mm < low or size.mm > size_of("longest_side"):
            short = size.mm < low or size.mm <= 0
            says = "is shorter than its posts and boards" if short else "is longer than a bed can be planned"
            name = (
                field.split(".")[-1]
                if not field[-1].isdigit()
                else f"side {int(field.rsplit('.', 1)[1]) + 1}"
            )
            allowed = (
                f"at least {show.length(max(low, 1.0))} {chosen.measured} (two walls, two posts), at most"
                f" {show.length(size_of('longest_side'))}"
            )
            problems.append(
                Problem(
                    f"outline.{field}", str(size.text), f"A {name} of {show.length(size.mm)} {says}.", allowed
                )
            )
    if problems:
        raise DesignError(problems)


def _sizes(chosen: AnyOutline) -> list[tuple[str, Length]]:
    if isinstance(chosen, Polygon):
        return [(f"sides.{n}.length", side.length) for n, side in enumerate(chosen.sides)]
    return [(name, value) for name, value in dict(chosen).items() if isinstance(value, Length)]


def _ring(chosen: AnyOutline, show: Printer) -> tuple[Point2, ...]:
    if isinstance(chosen, Rectangle):
        a, b = chosen.length.mm, chosen.width.mm
        return ((0, 0), (a, 0), (a, b), (0, b))
    if isinstance(chosen, RegularPolygon):
        return _regular(chosen.sides, chosen.side.mm)
    if isinstance(chosen, Polygon):
        return _closed(chosen)
    return {"l": _l, "u": _u, "h": _h}[chosen.shape](chosen, show)  # type: ignore[operator,no-any-return]


def _l(chosen: LShape, show: Printer) -> tuple[Point2, ...]:
    a, b, front, left = chosen.length.mm, chosen.width.mm, chosen.front.mm, chosen.left.mm
    _less("front", chosen.front, b, "width", show)
    _less("left", chosen.left, a, "length", show)
    return ((0, 0), (a, 0), (a, front), (left, front), (left, b), (0, b))


def _u(chosen: UShape, show: Printer) -> tuple[Point2, ...]:
    a, b, front, left, right = (
        chosen.length.mm,
        chosen.width.mm,
        chosen.front.mm,
        chosen.left.mm,
        chosen.right.mm,
    )
    _less("front", chosen.front, b, "width", show)
    _less("right", chosen.right, a - left, "length less the left leg", show)
    return ((0, 0), (a, 0), (a, b), (a - right, b), (a - right, front), (left, front), (left, b), (0, b))


def _h(chosen: HShape, show: Printer) -> tuple[Point2, ...]:
    a, b, left, right, bar = chosen.length.mm, chosen.width.mm, chosen.left.mm, chosen.right.mm, chosen.bar.mm
    _less("bar", chosen.bar, b, "width", show)
    _less("right", chosen.right, a - left, "length less the left leg", show)
    low, high = (b - bar) / 2, (b + bar) / 2
    right_leg = ((a - right, low), (a - right, 0), (a, 0), (a, b), (a - right, b), (a - right, high))
    return ((0, 0), (left, 0), (left, low), *right_leg, (left, high), (left, b), (0, b))


def _less(field: str, size: Length, whole: float, of: str, show: Printer) -> None:
    if size.mm >= whole:
        raise refuse(
            f"outline.{field}",
            size.text,
            f"{show.length(size.mm)} leaves nothing to cut out of the {of}.",
            f"less than {show.length(whole)}",
        )


def _regular(count: int, side: float) -> tuple[Point2, ...]:
    radius = side / (2 * sin(pi / count))
    # The first side lies along the front.
    start = -pi / 2 - pi / count
    return tuple(
        (radius * cos(start + 2 * pi * n / count), radius * sin(start + 2 * pi * n / count))
        for n in range(count)
    )


def _closed(chosen: Polygon) -> tuple[Point2, ...]:
    """The walk's corners; when it comes back to its start by itself, the last point is the first."""
    ring = walked([s.length.mm for s in chosen.sides], [s.corner for s in chosen.sides])
    (x0, y0), (x1, y1) = ring[0], ring[-1]
    return ring[:-1] if abs(x1 - x0) + abs(y1 - y0) < 1.0 else ring


def _check_sides(chosen: AnyOutline, outside: Outline, inside: Outline, least: float, show: Printer) -> None:
    for n, (outer, inner) in enumerate(zip(outside.sides, inside.sides, strict=True)):
        if outer.length > size_of("longest_side") + 1e-6:
            raise refuse(
                "outline",
                show.length(outer.length),
                f"{outer.name.capitalize()} is {show.length(outer.length)} long outside, longer than a bed"
                " can be planned.",
                f"at most {show.length(size_of('longest_side'))} outside",
            )
        if inner.length < least or outer.length < least:
            typed = isinstance(chosen, Polygon) and n < len(chosen.sides)
            field = (
                f"outline.sides.{n}.length"
                if typed
                else "outline.side"
                if isinstance(chosen, RegularPolygon)
                else "outline"
            )
            raise refuse(
                field,
                show.length(outer.length),
                f"{outer.name.capitalize()} of {show.length(outer.length)} has {show.length(inner.length)}"
                " inside: its posts do not fit.",
                f"at least {show.length(least)} inside the walls",
            )


def _words(chosen: AnyOutline, show: Printer) -> str:
    return f"{chosen.shape}: " + ", ".join(show.length(size.mm) for _, size in _sizes(chosen)[:12])
