"""Posts that stand already (of a fence, a deck, a pergola) and hold the walls as others do."""

from collections.abc import Mapping, Sequence
from typing import Literal

from pydantic import Field

from acrebox.core.assembly import Part, StandingPiece, role
from acrebox.core.construction.sides import side_named
from acrebox.core.construction.sizes import printed, size
from acrebox.core.design import Asking, asks
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.vector import UP

WHERE = {"outside": "outside the wall", "inside": "inside the wall"}


class ExistingPost(Asking):
    """A post that stands already: against which side, how far its middle is from the side's first corner
    (outside, walked with the bed on the left), how wide it is along the side and across it.
    """

    order = ("side", "at", "width", "depth", "stands")

    side: str = Field(json_schema_extra=asks("Side", label="Post against side", of="sides"))
    at: Length = Field(
        json_schema_extra=asks(
            "Its middle, from the corner", hint="Along the outside, from the corner where the side begins."
        )
    )
    width: Length = Field(
        Length("100 mm"), json_schema_extra=asks("Wide", label="Width of the post", imperial="4 in")
    )
    depth: Length | None = Field(
        None, json_schema_extra=asks("Deep", label="Depth of the post", hint="Left empty: as wide as deep.")
    )
    stands: Literal["outside", "inside"] = Field(
        "outside", json_schema_extra=asks("It stands", words={**WHERE})
    )


def existing_posts(
    rows: Sequence[ExistingPost], outline: Outline, wall: float, high: float, show: Printer
) -> list[Part]:
    """The posts in place, against a wall so thick and as high as it [mm].

    Raises DesignError naming the row when there is no such side, or the post does not lie against it.
    """
    made = []
    for n, row in enumerate(rows):
        at = f"construction.existing.{n}"
        side = side_named(outline, row.side, f"{at}.side")
        deep = (row.depth or row.width).mm
        for name, wide in (("width", row.width.mm), ("depth", deep)):
            if not size("end_bearing", show.built) <= wide <= size("largest_stick", show.built):
                raise refuse(
                    f"{at}.{name}",
                    show.length(wide),
                    "Nothing can be screwed to a post like that.",
                    f"{printed('end_bearing', show)} to {printed('largest_stick', show)}",
                )
        half = row.width.mm / 2
        if not half <= row.at.mm <= side.length - half:
            raise refuse(
                f"{at}.at",
                row.at.text,
                f"The post would stand past {side.name}, which is {show.length(side.length)} long.",
                f"{show.length(half)} to {show.length(side.length - half)}",
            )
        start = side.place(row.at.mm - half, -deep if row.stands == "outside" else wall, 0.0)
        box = Box(start, UP, side.along, side.inward, high, row.width.mm, deep)
        made.append(
            Part(
                name=f"{side.name} existing post {n + 1}",
                role=role("existing post"),
                body=box,
                piece=StandingPiece(stock=""),
                side=side.name,
            )
        )
    return made


def held_at(posts: Sequence[Part], face: Outline) -> Mapping[int, tuple[tuple[float, float], ...]]:
    """From where to where posts lie against the sides of a face [mm along them]."""

    def along(side: Side) -> tuple[tuple[float, float], ...]:
        return tuple(sorted(side.reach(p.body) for p in posts if p.side == side.name))

    return {side.index: along(side) for side in face.sides}
