"""How the walls are built: one model a construction, told apart by `kind`."""

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.design.base import Choice, Section
from acrebox.core.measure.written import Length


class Corner(StrEnum):
    """Which sides run through at the corners; the other sides butt between them, or both are mitred."""

    LONG_THROUGH = "long_through"
    SHORT_THROUGH = "short_through"
    ALTERNATE = "alternate"
    MITRED = "mitred"


class PostDepth(StrEnum):
    """Schools of setting posts: how much of a post is in the ground."""

    CONCRETE = "concrete"
    AS_DEEP_AS_TALL = "as_deep_as_tall"
    DRIVEN = "driven"
    NONE = "none"


class PostTop(StrEnum):
    """Whether posts stop below the top, hidden by soil, or are left long and trimmed level in place."""

    HIDDEN = "hidden"
    TRIMMED = "trimmed"


class Posted(Choice):
    """The posts that most constructions share."""

    post: str
    post_measured: Section = Section()
    post_depth: PostDepth = PostDepth.CONCRETE
    post_top: PostTop = PostTop.HIDDEN
    post_drop: Length = Length("50 mm")
    post_limit: Length | None = None


class Boards(Posted):
    """Boards on edge, stacked in courses, on posts inside the corners and along the sides."""

    kind: Literal["boards"] = "boards"
    board: str
    board_measured: Section = Section()
    corner: Corner = Corner.LONG_THROUGH
    top_course: Literal["whole", "ripped"] = "whole"


class Hatch(Choice):
    """Something in the wall that must stay reachable: where it starts along the wall, and how wide it is."""

    start: Length
    width: Length


class WallHung(Choice):
    """A bed against a wall: its back hangs on ledger posts bolted to the wall, its front posts go as deep as they stand.

    `obstacle` is the height of what is above (a sill, a vent) over the ground.
    """

    side: str = "back"
    obstacle: Length | None = None
    hatch: Hatch | None = None


class Sleepers(Posted):
    """Heavy timbers, flat or on edge, their joints staggered course by course."""

    kind: Literal["sleepers"] = "sleepers"
    sleeper: str
    sleeper_measured: Section = Section()
    lay: Literal["edge", "flat"] = "edge"
    corner: Corner = Corner.ALTERNATE
    held_by: Literal["posts_inside", "posts_outside", "corner_blocks"] = "posts_inside"
    overlap: Length = Length("300 mm")
    hung: WallHung | None = None


class Staves(Posted):
    """Short upright boards from reclaimed pallets on two rails, made as panels and joined; a top rail ties them."""

    kind: Literal["staves"] = "staves"
    stave: str = "pallet-board"
    stave_measured: Section = Section()
    widths: tuple[Length, ...] = ()
    average: Length | None = None
    rail: str
    rail_measured: Section = Section()
    panel: Length = Length("1.2 m")
    bad_share: Annotated[float, Field(ge=0, le=60)] = 15.0
    corner: Corner = Corner.LONG_THROUGH


class FramedSheet(Posted):
    """Corrugated sheet on frames of rails and studs; its cover width, or a cut of it, sets the height."""

    kind: Literal["framed_sheet"] = "framed_sheet"
    sheet: str
    rail: str
    rail_measured: Section = Section()
    face: Literal["outside", "inside"] = "outside"
    footing: Literal["posts", "frames"] = "posts"
    stud_limit: Length = Length("600 mm")
    corner: Corner = Corner.LONG_THROUGH
    open_end: bool = False


AnyConstruction = Annotated[Boards | Sleepers | Staves | FramedSheet, Field(discriminator="kind")]
