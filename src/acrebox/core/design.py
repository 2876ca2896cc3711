"""The Design: what the gardener wants, as choices and never results. Versioned; lengths as written."""

from decimal import Decimal
from enum import StrEnum
from typing import Annotated, Any, Literal, Self

from pydantic import BaseModel, ConfigDict, Field, ValidationError, model_validator
from pydantic_core import PydanticCustomError

from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.printing import System
from acrebox.core.measure.written import Length, Volume

CURRENT_SCHEMA: Literal[1] = 1


class _Choice(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class Measured(StrEnum):
    """Whether the outline's sizes are those of the outside or of the space inside."""

    OUTSIDE = "outside"
    INSIDE = "inside"


class Rectangle(_Choice):
    """A rectangular bed."""

    shape: Literal["rectangle"] = "rectangle"
    length: Length
    width: Length
    measured: Measured = Measured.OUTSIDE


class Corner(StrEnum):
    """Which sides run through at the corners; the other sides butt between them."""

    LONG_THROUGH = "long_through"
    SHORT_THROUGH = "short_through"
    ALTERNATE = "alternate"


class PostDepth(StrEnum):
    """Schools of setting posts: how much of a post is in the ground."""

    CONCRETE = "concrete"
    AS_DEEP_AS_TALL = "as_deep_as_tall"
    DRIVEN = "driven"
    NONE = "none"


class PostTop(StrEnum):
    """Whether posts stop below the top, hidden by soil, or are left long and trimmed level in place."""

    HIDDEN = "hidden"
    TRIMMED = "trimmed"


class Section(_Choice):
    """What a stick really measures, when it differs from the catalogue."""

    thickness: Length | None = None
    width: Length | None = None


class Cap(_Choice):
    """A board laid flat along the top of the walls."""

    board: str = "2x6"
    overhang: Length = Length("3/4 in")


class Boards(_Choice):
    """Boards on edge, stacked in courses, on inside corner posts."""

    kind: Literal["boards"] = "boards"
    board: str
    post: str
    board_measured: Section = Section()
    post_measured: Section = Section()
    corner: Corner = Corner.LONG_THROUGH
    post_depth: PostDepth = PostDepth.CONCRETE
    post_top: PostTop = PostTop.HIDDEN
    post_drop: Length = Length("50 mm")
    post_limit: Length | None = None
    top_course: Literal["whole", "ripped"] = "whole"
    cap: Cap | None = None


class Reach(StrEnum):
    """From where the gardener can work the bed."""

    TWO_SIDES = "two_sides"
    ONE_SIDE = "one_side"


class Site(_Choice):
    """Where the bed stands, as far as the stages built so far ask."""

    reach: Reach = Reach.TWO_SIDES


class SoldLength(_Choice):
    """A length the yard really has: it replaces the catalogue's lengths of that section."""

    stock: str
    length: Length
    price: Annotated[Decimal, Field(ge=0, max_digits=9, decimal_places=2)]
    limit: Annotated[int, Field(ge=0, le=10_000)] | None = None


class OffCut(_Choice):
    """Sticks to hand that cost nothing."""

    stock: str
    length: Length
    count: Annotated[int, Field(ge=1, le=1000)] = 1


class Bench(_Choice):
    """The saw, what the yard has and what is to hand."""

    kerf: Length = Length("3 mm")
    trim: Length = Length("0 mm")
    trim_ends: Literal["one", "both"] = "one"
    keep_from: Length = Length("300 mm")
    lengths: tuple[SoldLength, ...] = ()
    offcuts: tuple[OffCut, ...] = ()


class Layer(_Choice):
    """One material, bottom to top: so deep, or a share [%] of what the depths leave."""

    material: str
    depth: Length | None = None
    share: Annotated[float, Field(gt=0, le=100)] | None = None
    bag: Volume | None = None
    buy: Literal["cheaper", "bags", "bulk"] = "cheaper"


def _usual_layers() -> tuple[Layer, ...]:
    return (
        Layer(material="garden-soil", share=50),
        Layer(material="compost", share=40),
        Layer(material="manure", share=10),
    )


class FillChoice(_Choice):
    """What goes in, and how much is left free at the top."""

    gap: Length = Length("25 mm")
    layers: tuple[Layer, ...] = Field(default_factory=_usual_layers)
    keep_back: Annotated[int, Field(ge=0, le=10)] = 1
    barrow: Volume = Volume("85 L")


class Accepted(_Choice):
    """A watch-out that the gardener accepts, and why."""

    code: str
    reason: Annotated[str, Field(min_length=1, max_length=500)]


class Design(_Choice):
    """One bed as wanted. Give `height` or `courses`, not both."""

    schema_: Literal[1] = Field(default=CURRENT_SCHEMA, alias="schema")
    name: Annotated[str, Field(min_length=1, max_length=80)]
    units: System | None = None
    outline: Rectangle
    height: Length | None = None
    courses: Annotated[int, Field(ge=1, le=12)] | None = None
    construction: Boards
    site: Site = Site()
    bench: Bench = Bench()
    fill: FillChoice = FillChoice()
    accepted: tuple[Accepted, ...] = ()

    model_config = ConfigDict(frozen=True, extra="forbid", validate_by_name=True, validate_by_alias=True, serialize_by_alias=True)

    @property
    def system(self) -> System:
        """The system to show: the one chosen, else the one the length was written in."""
        if self.units is not None:
            return self.units
        written = str(self.outline.length.text).lower()
        return System.IMPERIAL if any(mark in written for mark in ("'", '"', "ft", "in", "foot", "feet", "′", "″")) else System.METRIC

    @model_validator(mode="after")
    def _one_of_height_and_courses(self) -> Self:
        if (self.height is None) == (self.courses is None):
            given = "neither" if self.courses is None else "both"
            raise PydanticCustomError(
                "height_or_courses", "Give the height or the number of courses, one of the two",
                {"field": "height", "value": given, "allowed": "one of height, courses"},
            )  # fmt: skip
        return self

    def document(self) -> dict[str, Any]:
        """The design as plain JSON values, lengths as they were written."""
        return self.model_dump(mode="json", exclude_none=True)


def read_design(data: Any) -> Design:
    """A Design from plain JSON values.

    Raises DesignError that names every field at fault, its value and what is allowed.
    """
    try:
        return Design.model_validate(data)
    except ValidationError as fault:
        raise DesignError([problem_of(dict(error)) for error in fault.errors(include_url=False)]) from None


def problem_of(error: dict[str, Any]) -> Problem:
    """One of Pydantic's errors as a Problem of ours."""
    context = error.get("ctx", {})
    field = str(context.get("field") or ".".join(str(step) for step in error["loc"]) or "design")
    limits = [f"{sign} {context[key]}" for key, sign in (("gt", "more than"), ("ge", "at least"), ("le", "at most"), ("lt", "less than")) if key in context]
    allowed = str(context.get("allowed") or context.get("expected") or " and ".join(limits) or error["msg"])
    shown = "nothing" if error["type"] == "missing" else str(context.get("value", error.get("input")))
    message = str(error["msg"])
    message = message[:1].upper() + message[1:]
    return Problem(field, shown[:120], message if message.endswith(".") else f"{message}.", allowed)
