"""Families of choices told apart by a tag, each kept in one registry: adding a kind is registering its
model.
"""

from collections.abc import Mapping
from typing import Any, Generic, TypeVar

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic_core import PydanticCustomError, core_schema

from acrebox.core.design.base import Choice

C = TypeVar("C", bound=Choice)


class Family(Generic[C]):
    """Choices of one sort by their tag. A model is registered under the one value that its tag field
    allows.
    """

    def __init__(self, tag: str, base: type[C]) -> None:
        self.tag = tag
        self._base = base
        self._models: dict[str, type[C]] = {}

    def register(self, model: type[C]) -> None:
        """Add a kind; a tag used twice fails."""
        name = str(model.model_fields[self.tag].default)
        if name in self._models:
            raise ValueError(f"'{name}' is registered twice")
        self._models[name] = model

    def forget(self, name: str) -> None:
        """Take a kind away again."""
        del self._models[name]

    @property
    def models(self) -> Mapping[str, type[C]]:
        """Every model by its tag."""
        return self._models

    def read(self, value: Any) -> C:
        """The choice that plain values mean. Raises what Pydantic reports, or an unknown tag with all
        known ones.
        """
        if isinstance(value, self._base):
            return value
        if not isinstance(value, Mapping):
            allowed = f"an object with a '{self.tag}'"
            raise PydanticCustomError(
                "family", "That is not an object", {"value": str(value)[:80], "allowed": allowed}
            )
        name = value.get(self.tag)
        model = self._models.get(name) if isinstance(name, str) else None
        if model is None:
            says = (
                f"There is no {self.tag} called '{name}'" if name is not None else f"No {self.tag} is given"
            )
            raise PydanticCustomError(
                "family", "{says}", {"says": says, "value": str(name), "allowed": ", ".join(self._models)}
            )
        return model.model_validate(value)


class OfFamily:
    """The annotation of a field that holds a choice of a family."""

    def __init__(self, family: Family[Any]) -> None:
        self._family = family

    def __get_pydantic_core_schema__(
        self, source: Any, handler: GetCoreSchemaHandler
    ) -> core_schema.CoreSchema:
        """Read by the registry as it stands at the time; written as the choice's own model writes itself."""
        del source, handler

        def write(value: Choice, info: core_schema.SerializationInfo) -> dict[str, Any]:
            return value.model_dump(mode=info.mode, exclude_none=info.exclude_none)

        return core_schema.no_info_plain_validator_function(
            self._family.read,
            serialization=core_schema.plain_serializer_function_ser_schema(write, info_arg=True),
        )

    def __get_pydantic_json_schema__(
        self, schema: core_schema.CoreSchema, handler: GetJsonSchemaHandler
    ) -> dict[str, Any]:
        """One of the models that are registered when the schema is asked for."""
        del schema
        variants = [handler(model.__pydantic_core_schema__) for model in self._family.models.values()]
        names = list(self._family.models)
        return {"oneOf": variants, "x-kinds": names}
