"""What pushes on the walls."""

from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.design.base import LeftToYard


class Loads(LeftToYard):
    """The soil's unit weight [kN/m³] and friction [°], a load on top [kPa], and by which school they push.

    `species` overrides what the wood is taken for.
    """

    school: Literal["at_rest", "active"] = "at_rest"
    unit_weight: Annotated[float, Field(ge=6, le=25)] = 15.0
    friction: Annotated[float, Field(ge=10, le=45)] = 30.0
    on_top: Annotated[float, Field(gt=0, le=20)] = 2.4
    waterlogged: bool = False
    species: str | None = None
