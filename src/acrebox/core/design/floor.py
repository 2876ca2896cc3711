"""A floor of its own that a box of boards, sleepers, staves or sheet can have."""

from typing import Literal

from pydantic import Field

from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length

FLOORS = {"boards": "boards", "sheet": "corrugated sheet"}


class BoxFloor(Asking):
    """Boards or sheet on bearers: on the ground inside the walls, or hung, its top so far below the rim."""

    order = ("kind", "stock", "bearer", "below_rim")

    kind: Literal["boards", "sheet"] = Field(
        "boards", json_schema_extra=asks("A floor of", label="Floor of", words={**FLOORS})
    )
    stock: str | None = Field(
        None,
        json_schema_extra=asks("Boards of the floor", stock="board", when={"kind": ["boards"]}),
    )
    bearer: str = Field(
        "larch-45x70", json_schema_extra=asks("Bearers under it", stock="rail", imperial="2x4")
    )
    below_rim: Length | None = Field(
        None,
        json_schema_extra=asks(
            "Its top below the rim", hint="Left empty: it lies on the ground, inside the walls."
        ),
    )
