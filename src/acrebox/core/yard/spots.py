"""Where the corners of a yard's plan lie, from how they were measured in.

What is measured twice agrees, or it is said by how much it does not.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import pairwise
from math import hypot, sqrt

from acrebox.core.errors import Problem
from acrebox.core.measure.printing import Printer
from acrebox.core.yard.things import FEWEST, YARD, ByOffset, ByTapes, CornerOf, Spot, Thing

Point = tuple[float, float]
SHORTEST_MM = 1.0
AGREES_MM = 20.0
"""Tapes over a garden agree to about a finger's width."""


@dataclass(frozen=True)
class Misfit:
    """A check tape that is longer or shorter than the plan has it [mm]; `where` is the corner's path."""

    where: str
    said: float
    found: float

    @property
    def off(self) -> float:
        """By how much the tape is longer than the plan has it [mm]."""
        return self.said - self.found


@dataclass
class Measured:
    """Corners by thing, the yard's edge under `yard` [mm]; what could not be placed, what does not fit."""

    corners: dict[str, tuple[Point, ...]] = field(default_factory=dict)
    problems: list[Problem] = field(default_factory=list)
    misfits: list[Misfit] = field(default_factory=list)


class _NowhereError(Exception):
    """A corner that cannot be placed: what is wrong with which of its fields."""

    def __init__(self, field: str, value: object, message: str, allowed: str) -> None:
        super().__init__(message)
        self.problem = Problem(field, str(value), message, allowed)


def measure(outline: Sequence[Spot] | None, things: Sequence[Thing], show: Printer) -> Measured:
    """Place the corners of the yard's edge and of its things, one after the other: each from those before it.

    A thing that cannot be placed is left out, and its field is named in `problems`.
    """
    found = Measured()
    closed: dict[str, bool] = {}
    rows = [(YARD, "outline", outline, True)] if outline else []
    for n, thing in enumerate(things):
        rows.append((thing.name, f"things.{n}.at", thing.at, thing.of.shape == "area"))
        fewest = FEWEST[thing.of.shape]
        if len(thing.at) < fewest:
            says = f"{thing.of.title.capitalize()} needs at least {fewest} corners."
            found.problems.append(Problem(f"things.{n}.at", f"{len(thing.at)}", says, f"{fewest} or more"))
        if thing.name == YARD or thing.name in [t.name for t in things[:n]]:
            says = "Two things of one name cannot be told apart."
            found.problems.append(Problem(f"things.{n}.name", thing.name, says, "a name of its own"))
    for name, path, spots, round_it in rows:
        corners: list[Point] = []
        for k, spot in enumerate(spots or ()):
            known = {**found.corners, name: tuple(corners)}
            try:
                corners.append(_placed(spot, known, closed, show))
            except _NowhereError as fault:
                p = fault.problem
                found.problems.append(Problem(f"{path}.{k}.{p.field}", p.value, p.message, p.allowed))
                break
            found.misfits += _misfits(spot, corners[-1], known, f"{path}.{k}")
        else:
            twice = _twice(corners)
            if twice is not None:
                says = "Two corners that follow each other lie in one place."
                found.problems.append(Problem(f"{path}.{twice}", show.length(0), says, "corners apart"))
            if name not in found.corners:
                found.corners[name], closed[name] = tuple(corners), round_it
    return found


def _twice(corners: Sequence[Point]) -> int | None:
    return next((n + 1 for n, (a, b) in enumerate(pairwise(corners)) if _far(a, b) < SHORTEST_MM), None)


def _placed(
    spot: Spot, known: Mapping[str, tuple[Point, ...]], closed: Mapping[str, bool], show: Printer
) -> Point:
    if isinstance(spot, ByOffset):
        return _off_wall(spot, known, closed)
    if isinstance(spot, ByTapes):
        return _by_tapes(spot, known, show)
    return spot.x.mm, spot.y.mm


def _off_wall(spot: ByOffset, known: Mapping[str, tuple[Point, ...]], closed: Mapping[str, bool]) -> Point:
    corners, round_it = _corners(spot.thing, known, "thing"), closed.get(spot.thing, False)
    walls = len(corners) if round_it else len(corners) - 1
    if spot.wall > walls:
        raise _NowhereError("wall", spot.wall, f"{spot.thing} has no such wall.", f"1 to {walls}")
    a, b = corners[spot.wall - 1], corners[spot.wall % len(corners)]
    long = _far(a, b)
    if long < SHORTEST_MM:
        raise _NowhereError("wall", spot.wall, "That wall has no length.", "another wall")
    ux, uy = (b[0] - a[0]) / long, (b[1] - a[1]) / long
    # To the left of the wall's way lies the inside of what is walked against the clock.
    left = 1.0
    if round_it:
        inward = 1.0 if turns_left(corners) else -1.0
        left = inward if spot.thing == YARD else -inward
    along, off = spot.along.mm, spot.off.mm * left
    return a[0] + ux * along - uy * off, a[1] + uy * along + ux * off


def turns_left(corners: Sequence[Point]) -> bool:
    """Whether corners are walked against the clock."""
    ends = [*corners[1:], corners[0]]
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(corners, ends, strict=True)) > 0


def within(edge: Sequence[Point], at: Point) -> bool:
    """Whether a place lies within an edge or on it, to a hair."""
    inside = False
    for a, b in zip(edge, [*edge[1:], edge[0]], strict=True):
        long = _far(a, b)
        along = ((at[0] - a[0]) * (b[0] - a[0]) + (at[1] - a[1]) * (b[1] - a[1])) / max(long, 1e-9)
        near = min(max(along, 0.0), long) / max(long, 1e-9)
        if _far(at, (a[0] + (b[0] - a[0]) * near, a[1] + (b[1] - a[1]) * near)) <= SHORTEST_MM:
            return True
        if (a[1] > at[1]) != (b[1] > at[1]):
            inside ^= at[0] < a[0] + (b[0] - a[0]) * (at[1] - a[1]) / (b[1] - a[1])
    return inside


def _by_tapes(spot: ByTapes, known: Mapping[str, tuple[Point, ...]], show: Printer) -> Point:
    first, second = spot.tapes
    a, b = _corner(first.of, known, "tapes.0.of"), _corner(second.of, known, "tapes.1.of")
    apart, r, s = _far(a, b), first.length.mm, second.length.mm
    if apart < SHORTEST_MM:
        raise _NowhereError("tapes", "one corner", "Both tapes begin at the same place.", "two corners")
    if r + s < apart or abs(r - s) > apart:
        says = (
            f"The tapes do not meet: their corners lie {show.length(apart)} apart, and"
            f" {show.length(r)} and {show.length(s)}"
            f" {'are too short together' if r + s < apart else 'differ by more'}."
        )
        least = f"together at least {show.length(apart)}, apart by no more than that"
        raise _NowhereError("tapes", f"{first.length.text}, {second.length.text}", says, least)
    along = (apart**2 + r**2 - s**2) / (2 * apart)
    off = sqrt(max(0.0, r**2 - along**2)) * (1.0 if spot.side == "left" else -1.0)
    ux, uy = (b[0] - a[0]) / apart, (b[1] - a[1]) / apart
    return a[0] + ux * along - uy * off, a[1] + uy * along + ux * off


def _corners(thing: str, known: Mapping[str, tuple[Point, ...]], field: str) -> tuple[Point, ...]:
    if thing not in known or not known[thing]:
        names = ", ".join(n for n, corners in known.items() if corners) or "nothing yet"
        raise _NowhereError(field, thing, "Nothing of that name is placed before it.", names)
    return known[thing]


def _corner(of: CornerOf, known: Mapping[str, tuple[Point, ...]], field: str) -> Point:
    corners = _corners(of.thing, known, f"{field}.thing")
    if of.corner > len(corners):
        raise _NowhereError(
            f"{field}.corner", of.corner, f"{of.thing} has no such corner.", f"1 to {len(corners)}"
        )
    return corners[of.corner - 1]


def _misfits(spot: Spot, at: Point, known: Mapping[str, tuple[Point, ...]], path: str) -> Iterator[Misfit]:
    for tape in spot.checks:
        try:
            yield Misfit(path, tape.length.mm, _far(at, _corner(tape.of, known, "checks")))
        except _NowhereError:
            continue


def _far(a: Point, b: Point) -> float:
    return hypot(a[0] - b[0], a[1] - b[1])
