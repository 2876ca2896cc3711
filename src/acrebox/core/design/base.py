"""What every choice is: frozen, and closed to fields that nobody reads."""

from typing import Any, Literal

from pydantic import (
    BaseModel,
    ConfigDict,
    GetJsonSchemaHandler,
    SerializerFunctionWrapHandler,
    model_serializer,
)
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema

from acrebox.core.measure.written import Length

CURRENT_SCHEMA: Literal[1] = 1
"""The form in which designs are written now."""


class Choice(BaseModel):
    """Something the gardener chose; never a result."""

    model_config = ConfigDict(frozen=True, extra="forbid")


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
        return handler(plain)
