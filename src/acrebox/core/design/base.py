"""What every choice is: frozen, and closed to fields that nobody reads."""

from functools import cache
from typing import Any, ClassVar, Literal, TypeVar

from pydantic import (
    BaseModel,
    ConfigDict,
    GetJsonSchemaHandler,
    SerializerFunctionWrapHandler,
    model_serializer,
)
from pydantic.fields import FieldInfo
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema

from acrebox.core.measure.bounds import MOST_TEXT
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length

CURRENT_SCHEMA: Literal[1] = 1
"""The form in which designs are written now."""


class Choice(BaseModel):
    """Something the gardener chose; never a result."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    by_itself: ClassVar[bool] = False
    """Whether it is a document of its own, with a system of its own."""

    @classmethod
    def __get_pydantic_json_schema__(
        cls, core_schema: CoreSchema, handler: GetJsonSchemaHandler
    ) -> JsonSchemaValue:
        """Tells the bounds of texts that have none of their own."""
        found = handler(core_schema)
        for part in handler.resolve_ref_schema(found).get("properties", {}).values():
            _tell_bounds(part)
        return found


def _tell_bounds(schema: Any) -> None:
    """Put the bounds that every document has into the schema of a field."""
    if not isinstance(schema, dict):
        return
    if schema.get("type") == "string" and not schema.keys() & {"maxLength", "enum", "const", "format"}:
        schema["maxLength"] = MOST_TEXT
    for part in (*schema.get("anyOf", ()), schema.get("items")):
        _tell_bounds(part)


def usually(imperial: str) -> dict[str, Any]:
    """What a field holds where beds are planned in feet and inches, for its `json_schema_extra`."""
    return {"imperial": imperial}


def usual_of(field: FieldInfo, system: System) -> Any:
    """What a field holds that nobody answered, in a system."""
    usual = field.get_default(call_default_factory=True)
    extra = field.json_schema_extra
    other = extra.get("imperial") if isinstance(extra, dict) else None
    if system is System.METRIC or not isinstance(other, str):
        return usual
    return type(usual)(other)


C = TypeVar("C", bound=BaseModel)


@cache
def _usuals(model: type[BaseModel], system: System) -> dict[str, Any]:
    """What each field of a model holds where nobody answered it, in a system; what must be is not there."""
    fields = model.model_fields.items()
    return {
        name: _parts_in(usual_of(field, system), system) for name, field in fields if not field.is_required()
    }


def in_system(choice: C, system: System) -> C:
    """A choice with what nobody answered as it is usual in a system; what was answered stays, and stays told
    apart from what was not.
    """
    changed: dict[str, Any] = {}
    usuals = _usuals(type(choice), system)
    answered = choice.model_fields_set
    for name, now in choice.__dict__.items():
        new = usuals[name] if name in usuals and name not in answered else _parts_in(now, system)
        if new is not now and new != now:
            changed[name] = new
    if not changed:
        return choice
    made = choice.model_copy()
    made.__dict__.update(changed)
    return made


def _parts_in(value: Any, system: System) -> Any:
    """What a field holds in a system, row by row where it holds several."""
    if isinstance(value, tuple):
        rows = tuple(_part_in(row, system) for row in value)
        return value if all(new is row for new, row in zip(rows, value, strict=True)) else rows
    return _part_in(value, system)


def _part_in(value: Any, system: System) -> Any:
    """A part of a document in a system; another document keeps its own."""
    if isinstance(value, BaseModel) and not getattr(value, "by_itself", False):
        return in_system(value, system)
    return value


class MeasuredStick(Choice):
    """What a stick really measures, when it differs from the catalogue."""

    thickness: Length | None = None
    width: Length | None = None


class LeftToYard(Choice):
    """Choices that a bed can leave to its yard: only those that were made are written."""

    @model_serializer(mode="wrap")
    def _only_what_was_chosen(self, write: SerializerFunctionWrapHandler) -> dict[str, Any]:
        return {name: value for name, value in write(self).items() if name in self.model_fields_set}

    @classmethod
    def __get_pydantic_json_schema__(
        cls, core_schema: CoreSchema, handler: GetJsonSchemaHandler
    ) -> JsonSchemaValue:
        """The same as of any other choice: what is written is a part of it."""
        plain = {key: value for key, value in core_schema.items() if key != "serialization"}
        return super().__get_pydantic_json_schema__(plain, handler)
