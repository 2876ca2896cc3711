"""A figure that carries its own working."""

from pydantic import BaseModel, ConfigDict, Field

COMMON_PRACTICE = "common practice"
LIST_PRICES = "the yard's price list (invented)"
GEOMETRY = "geometry of the parts as placed"


class Worked(BaseModel):
    """An amount, its unit, and how it came about: arithmetic in words and numbers, assumptions, source."""

    model_config = ConfigDict(frozen=True)

    amount: float
    unit: str
    working: str
    assumptions: list[str] = Field(default_factory=list)
    source: str = GEOMETRY


Workings = dict[str, Worked]
