"""What the Plan's rows share."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field, PlainSerializer, SerializationInfo, field_serializer

from acrebox.core.worked import Workings

Amount = Annotated[float, PlainSerializer(lambda v: round(v, 4), return_type=float)]


BARE = {"workings": False}
"""The context in which figures are written without their workings."""


class Row(BaseModel):
    """A row of the Plan: plain amounts."""

    model_config = ConfigDict(frozen=True)


class OrderRow(Row):
    """One thing to do, in the order of work."""

    words: str


class StepRow(OrderRow):
    """One thing to do that is ticked off by its key."""

    key: str


class Figures(Row):
    """Figures explained by `working`, keyed by the field they explain."""

    working: Workings = Field(default_factory=dict)

    @field_serializer("working")
    def _unless_bare(self, working: Workings, info: SerializationInfo) -> Workings:
        """Workings are left out where they are not looked at, so that an edit sends little."""
        return {} if info.context == BARE else working
