"""A fit, as published."""

from pydantic import BaseModel, ConfigDict, Field


class Saves(BaseModel):
    """What a fit saves: sticks, sheets and blocks fewer, money less."""

    model_config = ConfigDict(frozen=True)

    sticks: int
    sheets: int
    blocks: int
    cost: float


class Fit(BaseModel):
    """A small change of one size: the field, from what to what as typed, what it saves; in words what it
    saves and what else it changes.
    """

    model_config = ConfigDict(frozen=True, serialize_by_alias=True, validate_by_name=True)

    field: str
    from_: str = Field(alias="from")
    to: str
    saves: Saves
    words: str
    changes: list[str]
