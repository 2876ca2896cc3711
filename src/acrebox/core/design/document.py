"""The Design document: one bed as wanted, as choices and never results. Versioned; lengths as written."""

import re
from collections.abc import Callable, Iterable, Iterator, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Annotated, Any, Literal, Self, TypeVar

from pydantic import (
    BaseModel,
    ConfigDict,
    Field,
    ModelWrapValidatorHandler,
    ValidationError,
    field_validator,
    model_validator,
)
from pydantic_core import PydanticCustomError

from acrebox.core.bounds import check_bounds
from acrebox.core.design.addons import AddOns
from acrebox.core.design.base import CURRENT_SCHEMA, Choice, in_system
from acrebox.core.design.bench import BenchChoice
from acrebox.core.design.construction import AnyConstruction, constructions
from acrebox.core.design.drainage import DrainageChoice
from acrebox.core.design.fill import FillChoice
from acrebox.core.design.ground import GroundChoice
from acrebox.core.design.lining import LiningChoice
from acrebox.core.design.loads import Loads
from acrebox.core.design.outline import SHAPES, AnyOutline, Measured
from acrebox.core.design.reservoir import ReservoirChoice
from acrebox.core.design.site import Site
from acrebox.core.design.upgrades import upgraded
from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.bounds import MOST_TOLD
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length, read_in

M = TypeVar("M", bound=BaseModel)
_IMPERIAL = re.compile(r"['\"′″’”]|\d[\s-]{0,3}(?:in|ft|inch|foot|feet|yd|yard)", re.IGNORECASE)
_METRIC = re.compile(r"\d[\s-]{0,3}(?:mm|cm|m)", re.IGNORECASE)


class Accepted(Choice):
    """A watch-out that the gardener accepts, and why."""

    code: str
    reason: Annotated[str, Field(min_length=1, max_length=500)]


class Decided(Choice):
    """A choice kept after weighing up: why, and over which others."""

    reason: Annotated[str, Field(min_length=1, max_length=500)]
    over: Annotated[tuple[str, ...], Field(max_length=20)] = ()


class Design(Choice):
    """One bed as wanted. Give `height` or `courses`, not both; what is bought with a height of its own needs
    neither.
    """

    by_itself = True

    schema_: Literal[1] = Field(default=CURRENT_SCHEMA, alias="schema")
    name: Annotated[str, Field(min_length=1, max_length=80)]
    units: System | None = None
    outline: AnyOutline
    height: Length | None = None
    courses: Annotated[int, Field(ge=1, le=12)] | None = None
    construction: AnyConstruction
    add_ons: AddOns = AddOns()
    site: Site = Site()
    ground: GroundChoice = GroundChoice()
    lining: LiningChoice = LiningChoice()
    drainage: DrainageChoice = DrainageChoice()
    reservoir: ReservoirChoice | None = None
    loads: Loads = Loads()
    decided: Decided | None = None
    bench: BenchChoice = BenchChoice()
    fill: FillChoice = FillChoice()
    accepted: Annotated[tuple[Accepted, ...], Field(max_length=100)] = ()

    model_config = ConfigDict(
        frozen=True, extra="forbid", validate_by_name=True, validate_by_alias=True, serialize_by_alias=True
    )

    @property
    def system(self) -> System:
        """The system in whose round sizes it is planned: the one chosen, else the one in which its outline
        is written.
        """
        return self.units or written_in(self.outline.model_dump(mode="json"))

    @model_validator(mode="wrap")
    @classmethod
    def _of_today(cls, value: Any, read: ModelWrapValidatorHandler[Self]) -> Self:
        """A document of an older release is read in the form of today; what is left out, and the unit of a
        number typed without one, as is usual in its system.
        """
        if isinstance(value, cls):
            return value
        value = _measured_as_usual(upgraded(value))
        system = _system_of(value)
        with read_in(system):
            return in_system(read(value), system)

    @field_validator("outline", mode="before")
    @classmethod
    def _plain_outline(cls, value: Any) -> Any:
        """An outline that does not say its shape is a rectangle."""
        return {"shape": "rectangle", **value} if isinstance(value, dict) else value

    @model_validator(mode="after")
    def _one_of_height_and_courses(self) -> Self:
        neither = self.height is None and self.courses is None
        if neither and self.construction.ready_made:
            return self
        if (self.height is None) == (self.courses is None):
            given = "neither" if self.courses is None else "both"
            raise PydanticCustomError(
                "height_or_courses",
                "Give the height or the number of courses, one of the two",
                {"field": "height", "value": given, "allowed": "one of height, courses"},
            )
        return self

    @model_validator(mode="after")
    def _outline_of_its_kind(self) -> Self:
        """Not every construction can be built round every outline."""
        if self.outline.shape not in self.construction.shapes:
            words = [str(SHAPES[shape]).split(":")[0] for shape in self.construction.shapes]
            raise PydanticCustomError(
                "outline_shape",
                "That cannot be built in this shape",
                {"field": "outline.shape", "value": self.outline.shape, "allowed": ", ".join(words)},
            )
        return self

    def document(self) -> dict[str, Any]:
        """The design as plain JSON values, lengths as they were written."""
        return self.model_dump(mode="json", exclude_none=True)


def _measured_as_usual(data: Any) -> Any:
    """A document whose outline does not say how it is measured says so: as is usual with its construction."""
    if not isinstance(data, dict):
        return data
    outline, choice = data.get("outline"), data.get("construction")
    if not isinstance(outline, dict) or not isinstance(choice, dict) or "measured" in outline:
        return data
    model = constructions.models.get(str(choice.get("kind")))
    if model is None or model.measured is Measured.OUTSIDE:
        return data
    return {**data, "outline": {**outline, "measured": str(model.measured)}}


_YARDS: ContextVar[System | None] = ContextVar("yards", default=None)


@contextmanager
def in_yard_of(units: System | None) -> Iterator[None]:
    """Within it, a bed that says no units is read in those of its yard."""
    token = _YARDS.set(units)
    try:
        yield
    finally:
        _YARDS.reset(token)


def read_in_yard_of(units: System | None) -> None:
    """From here on, in this thread of work, a bed that says no units is read in those of its yard."""
    _YARDS.set(units)


def _system_of(data: Any) -> System:
    """The system in which a document is to be read, as far as it can be told before it is read."""
    if not isinstance(data, dict):
        return System.METRIC
    if data.get("units") in list(System):
        return System(data["units"])
    return _YARDS.get() or written_in(data.get("outline"))


def written_in(outline: Any) -> System:
    """The system in which the sizes of an outline are written: that of the first one which says its unit."""
    for text in _texts(outline):
        if _IMPERIAL.search(text):
            return System.IMPERIAL
        if _METRIC.search(text):
            return System.METRIC
    return System.METRIC


def _texts(value: Any) -> Iterator[str]:
    if isinstance(value, dict):
        for name in sorted(value, key=lambda name: (name != "length", name)):
            yield from _texts(value[name])
    elif isinstance(value, list | tuple):
        for part in value:
            yield from _texts(part)
    elif isinstance(value, str):
        yield value


def read_design(data: Any, units: System | None = None) -> Design:
    """A Design from plain JSON values; `units` are those of its yard, where it says none.

    Raises DesignError that names every field at fault, its value and what is allowed.
    """
    with in_yard_of(units):
        return read_model(Design, data)


def read_model(model: type[M], data: Any) -> M:
    """A document of any of our models from plain JSON values.

    Raises DesignError that names every field at fault, its value and what is allowed.
    """
    try:
        check_bounds(data)
        return model.model_validate(data)
    except ValidationError as fault:
        raise DesignError(problems_of(fault.errors(include_url=False))) from None


def read_checked(
    model: type[M], data: Any, system: System, problems_in: Callable[[M], Iterable[Problem]]
) -> M:
    """The same where bare numbers are of a system, and its fields have to agree with each other too."""
    with read_in(system):
        read = read_model(model, data)
    problems = list(problems_in(read))
    if problems:
        raise DesignError(problems)
    return read


TOLD_APART = ("outline",)
PLAIN_WORDS = {
    "missing": ("This is needed", "a value"),
    "tuple_type": ("That is not a list", "a list"),
    "list_type": ("That is not a list", "a list"),
    "dict_type": ("That is no object with fields", "an object with its fields"),
    "model_type": ("That is no object with fields", "an object with its fields"),
    "model_attributes_type": ("That is no object with fields", "an object with its fields"),
    "string_type": ("That is not text", "text"),
    "bool_type": ("That is neither true nor false", "true or false"),
    "float_parsing": ("That is not a number", "a number"),
    "extra_forbidden": ("Nobody reads a field of that name", "the fields of what it stands in"),
    "int_parsing": ("That is not a whole number", "a whole number"),
}


def _field_path(steps: tuple[Any, ...]) -> str:
    """The path of a field; Pydantic puts the kind after what is told apart by one, which is no field of
    the document.
    """
    if steps[:1] == ("things",) and steps[2:3] == ("at",):
        return ".".join(str(step) for step in steps[:4] + steps[5:])
    if steps[:1] == ("outline",) and isinstance(steps[1:2][0] if steps[1:2] else None, int):
        return ".".join(str(step) for step in steps[:2] + steps[3:])
    of_bed = 2 if steps[:1] == ("beds",) else 0
    at_tag = len(steps) > of_bed + 1 and steps[of_bed] in TOLD_APART
    kept = steps[: of_bed + 1] + steps[of_bed + 2 :] if at_tag else steps
    return ".".join(str(step) for step in kept)


def problems_of(errors: Sequence[Any]) -> list[Problem]:
    """Pydantic's errors as Problems of ours; of very many the first ones, and how many more there are."""
    found = [problem_of(dict(error)) for error in errors[:MOST_TOLD]]
    if len(errors) > MOST_TOLD:
        more = f"{len(errors) - MOST_TOLD:,} more"
        found.append(
            Problem("design", more, "There is more wrong than is told at once.", "see the first ones")
        )
    return found


def problem_of(error: dict[str, Any]) -> Problem:
    """One of Pydantic's errors as a Problem of ours."""
    context = error.get("ctx", {})
    field = str(context.get("field") or _field_path(tuple(error["loc"])) or "design")
    limits = [
        f"{sign} {context[key]}"
        for key, sign in (("gt", "more than"), ("ge", "at least"), ("le", "at most"), ("lt", "less than"))
        if key in context
    ]
    allowed = str(
        context.get("allowed")
        or context.get("expected")
        or context.get("expected_tags")
        or " and ".join(limits)
        or error["msg"]
    )
    shown = (
        "nothing"
        if error["type"] in ("missing", "union_tag_not_found")
        else str(context.get("value", error.get("input")))
    )
    message, allowed = PLAIN_WORDS.get(error["type"], (str(error["msg"]), allowed))
    if error["type"] in ("too_short", "too_long"):
        few = error["type"] == "too_short"
        bound = context["min_length" if few else "max_length"]
        message = f"There must be at {'least' if few else 'most'} {bound}."
        allowed = f"{bound} or {'more' if few else 'fewer'}"
        shown = str(context["actual_length"])
    message = message[:1].upper() + message[1:]
    return Problem(field, shown[:120], message if message.endswith(".") else f"{message}.", allowed)
