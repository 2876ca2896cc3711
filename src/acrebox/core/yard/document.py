"""The Yard document: what all beds of a place share. Versioned like a Design; lengths as written."""

from collections.abc import Iterator
from typing import Annotated, Any, Literal, Self

from pydantic import ConfigDict, Field, ModelWrapValidatorHandler, ValidationError, model_validator

from acrebox.core.bounds import check_bounds
from acrebox.core.design import (
    Asking,
    Choice,
    Design,
    Layer,
    OffCut,
    SawChoice,
    SoilWeight,
    SoldLength,
    StickLength,
    asks,
    in_system,
    in_yard_of,
    problems_of,
    upgraded,
)
from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.printing import Dates, Numbers, Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Coordinate, Length, Weight, between, read_in
from acrebox.core.stock import PRICE_LISTS, PriceListName, price_list
from acrebox.core.yard.spots import Measured, measure
from acrebox.core.yard.things import YARD, Spot, Thing

CURRENT_SCHEMA: Literal[1] = 1


class Stacked(OffCut):
    """Sticks of the pile, which cost nothing; `spans` are the sound stretches of each, where it has any
    that are not.
    """

    spans: Annotated[tuple[tuple[StickLength, StickLength], ...], Field(max_length=20)] | None = None


class Made(Choice):
    """A piece that is sawn: for which part of which bed it was made, and how long it is."""

    bed: str
    part: str
    length: StickLength
    stick: Annotated[int, Field(ge=0, le=10_000)] | None = None


GROUNDS: dict[str, Any] = {
    "loam": "loam",
    "clay": "clay",
    "sand": "sand",
    "peat": "peat",
    "stony": "stony",
}
UNITS: dict[str, Any] = {"metric": "millimetres and litres", "imperial": "feet, inches and pounds"}
DATES: dict[str, Any] = {
    "day_first": "day, month, year",
    "month_first": "month, day, year",
    "year_first": "year, month, day",
}


NUMBERS: dict[str, Any] = {"point": "1,234.5", "comma": "1.234,5", "space": "1 234,5"}
LISTS: dict[str, Any] = {name: price_list(name).title for name in PRICE_LISTS}


class Soil(Asking):
    """What the ground of the yard is, and what its soil weighs wet [kN/m³] and how it holds [°], where
    that is known.
    """

    order = ("kind", "unit_weight", "friction")

    kind: Literal["loam", "clay", "sand", "peat", "stony"] | None = Field(
        None, json_schema_extra=asks("The ground is", words=GROUNDS)
    )
    unit_weight: SoilWeight | None = Field(
        None, json_schema_extra=asks("Wet soil weighs", label="Weight of wet soil")
    )
    friction: Annotated[float, Field(ge=10, le=45)] | None = Field(
        None, json_schema_extra=asks("Friction", label="Friction of the soil", after="°")
    )


COMPASS: dict[str, Any] = {
    "n": "north",
    "ne": "north-east",
    "e": "east",
    "se": "south-east",
    "s": "south",
    "sw": "south-west",
    "w": "west",
    "nw": "north-west",
}
Point = Literal["n", "ne", "e", "se", "s", "sw", "w", "nw"]


class Lie(Asking):
    """How the ground of the yard falls, and where its wind comes from."""

    order = ("fall", "over", "toward", "wind_from")

    fall: Annotated[Length, between(Length(0), Length("50 m"))] | None = Field(
        None, json_schema_extra=asks("The ground falls", label="Fall of the ground", hint="Empty: level.")
    )
    over: Annotated[Length, between(Length("100 mm"), Length("1000 m"))] | None = Field(
        None, json_schema_extra=asks("Over", label="The fall is over", hint="Empty: from edge to edge.")
    )
    toward: Point | None = Field(
        None, json_schema_extra=asks("It falls to the", label="The ground falls to", words=COMPASS)
    )
    wind_from: Point | None = Field(
        None, json_schema_extra=asks("Strong wind comes from the", label="Wind comes from", words=COMPASS)
    )


class Follow(Choice):
    """What a bed stands along: a wall of a thing or of the edge of the `yard`, its back towards it, so far
    off it, and beginning so far along it.
    """

    thing: str = YARD
    wall: Annotated[int, Field(ge=1, le=400)] = 1
    along: Coordinate = Coordinate(0)
    gap: Annotated[Length, between(Length(0), Length("100 m"))] = Length(0)


class Place(Choice):
    """Where the front left corner of a bed's box stands on the plan of the yard, and how far the bed is
    turned about it, clockwise [°]; or what it follows instead. `top` is how high its rim is wanted.
    """

    x: Coordinate = Coordinate(0)
    y: Coordinate = Coordinate(0)
    turn: Annotated[float, Field(ge=-360, le=360)] = 0.0
    follow: Follow | None = None
    top: Annotated[Length, between(Length(0), Length("3 m"))] | None = None


class OwnRecipe(Choice):
    """Layers of fill that the gardener keeps under a name."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    says: Annotated[str, Field(max_length=200)] = ""
    layers: Annotated[tuple[Layer, ...], Field(max_length=20)]

    @property
    def key(self) -> str:
        """What it is known by: its name."""
        return self.name


class Yard(Asking):
    """What all beds of a place share. A bed's own choice goes before its yard's.

    `currency` is three letters, `currency_sign` what stands before an amount. `outline` is the edge of the
    yard, `things` is what stands in it, `places` says where each bed stands, by its name.
    """

    order = (
        "name",
        "units",
        "currency",
        "currency_sign",
        "tax",
        "price_list",
        "numbers",
        "dates",
        "latitude",
        "longitude",
        "north_deg",
        "clock",
        "two_lift",
    )

    schema_: Literal[1] = Field(default=CURRENT_SCHEMA, alias="schema")
    name: Annotated[str, Field(min_length=1, max_length=80)] = Field(
        "The yard", json_schema_extra=asks("Called", label="Name of the yard")
    )
    units: System | None = Field(
        None,
        json_schema_extra=asks(
            "Measured in", words=UNITS, hint="Left alone: each bed as its length is written."
        ),
    )
    currency: Annotated[str, Field(pattern="^[A-Z]{3}$")] | None = Field(
        None,
        json_schema_extra=asks("Currency", hint="Three letters, such as CAD; prices stay the figures typed."),
    )
    currency_sign: Annotated[str, Field(min_length=1, max_length=4)] | None = Field(
        None, json_schema_extra=asks("Its sign", label="Sign of the currency")
    )
    tax: Annotated[float, Field(ge=0, le=100)] | None = Field(
        None, json_schema_extra=asks("Tax on top", after="%", hint="Empty: prices are what is paid.")
    )
    price_list: PriceListName | None = Field(
        None,
        json_schema_extra=asks(
            "Prices are those of",
            label="Price list",
            words=LISTS,
            hint="Left alone: the list of the yard's units and currency.",
        ),
    )
    numbers: Numbers = Field(Numbers.POINT, json_schema_extra=asks("Numbers are written", words=NUMBERS))
    dates: Dates = Field(Dates.DAY_FIRST, json_schema_extra=asks("Dates are written", words=DATES))
    latitude: Annotated[float, Field(ge=-90, le=90)] | None = Field(
        None, json_schema_extra=asks("Latitude", after="° north")
    )
    longitude: Annotated[float, Field(ge=-180, le=180)] | None = Field(
        None, json_schema_extra=asks("Longitude", after="° east")
    )
    north_deg: Annotated[float, Field(ge=0, lt=360)] = Field(
        0.0,
        json_schema_extra=asks(
            "The plan's up lies",
            after="° clockwise from north",
            label="The plan is turned from north",
        ),
    )
    soil: Soil = Soil()
    clock: Annotated[str, Field(max_length=60)] | None = Field(
        None,
        json_schema_extra=asks(
            "Its clock", label="Time zone", hint="Such as Etc/GMT+5; left empty: by the sun, noon at 12."
        ),
    )
    two_lift: Annotated[Weight, between(Weight(5), Weight(300))] | None = Field(
        None,
        json_schema_extra=asks(
            "Two people lift",
            label="What two people lift",
            hint="As they say themselves, and carry a little way; empty: as is usual.",
        ),
    )
    lie: Lie = Lie()
    outline: Annotated[tuple[Spot, ...], Field(min_length=3, max_length=200)] | None = None
    things: Annotated[tuple[Thing, ...], Field(max_length=200)] = ()
    places: Annotated[dict[str, Place], Field(max_length=400)] = Field(default_factory=dict)
    saw: SawChoice = SawChoice()
    prices: Annotated[tuple[SoldLength, ...], Field(max_length=400)] = ()
    pile: Annotated[tuple[Stacked, ...], Field(max_length=400)] = ()
    made: Annotated[tuple[Made, ...], Field(max_length=2000)] = ()
    recipes: Annotated[tuple[OwnRecipe, ...], Field(max_length=50)] = ()
    beds: Annotated[tuple[Design, ...], Field(max_length=200)] = ()

    model_config = ConfigDict(
        frozen=True, extra="forbid", validate_by_name=True, validate_by_alias=True, serialize_by_alias=True
    )

    @model_validator(mode="wrap")
    @classmethod
    def _of_readable_text(cls, value: Any, read: ModelWrapValidatorHandler[Self]) -> Self:
        """No text in it that no store keeps; numbers typed without a unit, and its beds, in its units."""
        if isinstance(value, cls):
            return value
        check_bounds(value)
        named = value.get("units") if isinstance(value, dict) else None
        units = System(named) if named in list(System) else None
        with read_in(units or System.METRIC), in_yard_of(units):
            return in_system(read(value), units or System.METRIC)

    def measured(self) -> Measured:
        """Where the corners of its edge and of its things lie."""
        return measure(self.outline, self.things, Printer(self.units or System.METRIC))

    def document(self) -> dict[str, Any]:
        """The yard as plain JSON values, its beds left out: they are documents of their own."""
        return self.model_dump(mode="json", exclude_none=True, exclude={"beds"})


LONE = Yard()
"""The yard of a bed that is planned by itself."""


def read_yard(data: Any) -> Yard:
    """A Yard from plain JSON values.

    Raises DesignError that names every field at fault, its value and what is allowed; a bed's fields come
    after `beds.` and its place.
    """
    if isinstance(data, dict) and isinstance(data.get("beds"), list):
        data = {**data, "beds": [_upgraded(n, bed) for n, bed in enumerate(data["beds"])]}
    try:
        return Yard.model_validate(data)
    except ValidationError as fault:
        raise DesignError(problems_of(list(_told(fault)))) from None


def _told(fault: ValidationError) -> Iterator[Any]:
    """What is wrong, but for a list that is too short only because a row of it cannot be read."""
    found = fault.errors(include_url=False)
    for error in found:
        path = error["loc"]
        if error["type"] != "too_short" or not any(
            e is not error and e["loc"][: len(path)] == path for e in found
        ):
            yield error


def _upgraded(n: int, bed: Any) -> Any:
    try:
        return upgraded(bed)
    except DesignError as fault:
        raise DesignError([_within(n, p) for p in fault.problems]) from None


def _within(n: int, p: Problem) -> Problem:
    return Problem(f"beds.{n}.{p.field}", p.value, p.message, p.allowed)
