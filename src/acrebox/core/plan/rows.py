"""What the Plan's rows share."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field, PlainSerializer

from acrebox.core.worked import Workings

Amount = Annotated[float, PlainSerializer(lambda v: round(v, 4), return_type=float)]


class Row(BaseModel):
    """A row of the Plan: plain amounts."""

    model_config = ConfigDict(frozen=True)


class Figures(Row):
    """Figures explained by `working`, keyed by the field they explain."""

    working: Workings = Field(default_factory=dict)
