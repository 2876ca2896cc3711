"""What stands or lies on the plan of a yard, and how its corners are measured in."""

from dataclasses import dataclass
from functools import cache
from typing import Annotated, Any, ClassVar, Literal

from pydantic import BeforeValidator, Field

from acrebox.core.data import by_key, read_as
from acrebox.core.design import Asking, Choice, MayCarry, StandsOn, asks
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Coordinate, Length, between

YARD = "yard"
"""What the yard's own edge is called where a corner or a wall is named."""

Shape = Literal["area", "line", "spot"]
FEWEST: dict[Shape, int] = {"area": 3, "line": 2, "spot": 1}


@dataclass(frozen=True, kw_only=True)
class Kind:
    """A kind of thing and what follows from it; the columns are explained at the head of the data file."""

    name: str
    title: str
    shape: Shape
    height: float | None = None
    inches: float | None = None
    wide: float | None = None
    wide_inches: float | None = None
    solid: bool = False
    way: bool = False
    ground: StandsOn | None = None
    carries: bool = False
    keep: float | None = None
    keep_inches: float | None = None
    dig: bool = False
    outside: bool = False
    whole: bool = False
    why: str = ""

    def usual(self, what: Literal["height", "wide", "keep"], system: System) -> float | None:
        """How high, how wide, how far off, unless told [mm]; None where that says nothing of it."""
        inches = getattr(self, "inches" if what == "height" else f"{what}_inches")
        if system is System.IMPERIAL and inches is not None:
            return float(inches) * 25.4
        found = getattr(self, what)
        return None if found is None else float(found)


@cache
def kinds() -> dict[str, Kind]:
    """Every kind of thing, by its name, in the order in which it is offered."""
    return by_key(read_as(list[Kind], "yard", "things.toml", "kind"), "name")


def _known(value: Any) -> Any:
    if isinstance(value, str) and value not in kinds():
        raise ValueError(f"'{value}' is no kind of thing: {', '.join(kinds())}")
    return value


class CornerOf(Choice):
    """A corner that is known already: of a thing, or of the edge of the `yard`, the first being 1."""

    thing: str = YARD
    corner: Annotated[int, Field(ge=1, le=400)]


class Tape(Choice):
    """A tape from a corner that is known: how long it is."""

    of: CornerOf
    length: Length


class ByXY(Choice):
    """A corner by its distances: `x` to the right and `y` up the plan."""

    by: Literal["xy"] = "xy"
    x: Coordinate
    y: Coordinate
    checks: Annotated[tuple[Tape, ...], Field(max_length=8)] = ()


class ByOffset(Choice):
    """A corner off a wall: so far along it from its beginning, and so far from it, at a right angle. Off the
    yard's edge that goes into the yard, off a thing with corners away from it, off a line to its left; a
    negative one goes to the other side. Wall 1 goes from corner 1 to corner 2.
    """

    by: Literal["offset"]
    thing: str = YARD
    wall: Annotated[int, Field(ge=1, le=400)]
    along: Coordinate
    off: Coordinate
    checks: Annotated[tuple[Tape, ...], Field(max_length=8)] = ()


class ByTapes(Choice):
    """A corner by two tapes, on the `left` or the `right` of who walks from the first one's corner to that of
    the second.
    """

    by: Literal["tapes"]
    tapes: tuple[Tape, Tape]
    side: Literal["left", "right"] = "left"
    checks: Annotated[tuple[Tape, ...], Field(max_length=8)] = ()


def _spot(value: Any) -> Any:
    """Two numbers are a corner by its distances, and so is what does not say how it is measured."""
    if isinstance(value, list | tuple) and len(value) == 2:
        return {"by": "xy", "x": value[0], "y": value[1]}
    if isinstance(value, dict) and "by" not in value:
        return {"by": "xy", **value}
    return value


Spot = Annotated[
    Annotated[ByXY | ByOffset | ByTapes, Field(discriminator="by")],
    BeforeValidator(_spot),
]
Tall = Annotated[Length, between(Length("50 mm"), Length("100 m"))]
Wide = Annotated[Length, between(Length("10 mm"), Length("100 m"))]


class Thing(Asking):
    """Something on the plan of a yard, with its corners in the order in which one walks round or along it."""

    order: ClassVar[tuple[str, ...]] = ("name", "kind", "height", "wide", "keep", "may_carry")
    height_asks: ClassVar[dict[str, Any]] = {}

    name: Annotated[str, Field(min_length=1, max_length=60)] = Field(json_schema_extra=asks("Called"))
    kind: Annotated[str, BeforeValidator(_known)]
    at: Annotated[tuple[Spot, ...], Field(min_length=1, max_length=60)]
    height: Tall | None = None
    wide: Wide | None = None
    keep: Length | None = None
    may_carry: MayCarry = MayCarry()

    @property
    def of(self) -> Kind:
        """Its kind."""
        return kinds()[self.kind]

    def across(self, system: System) -> float:
        """How wide it is [mm]; 0 where that says nothing of it."""
        return self.wide.mm if self.wide else (self.of.usual("wide", system) or 0.0)


def square(at: tuple[float, float], wide: float) -> tuple[tuple[float, float], ...]:
    """The corners of a square round a spot, against the clock from the lower left; none without a width."""
    if wide <= 0:
        return ()
    r, (x, y) = wide / 2, at
    return ((x - r, y - r), (x + r, y - r), (x + r, y + r), (x - r, y + r))
