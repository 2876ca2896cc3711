"""How the walls are built: what all constructions share, and the registry of their models, told apart by
`kind`.
"""

from enum import StrEnum
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field, StrictBool

from acrebox.core.design.addons import AddOns
from acrebox.core.design.base import MeasuredStick
from acrebox.core.design.drainage import DrainKind
from acrebox.core.design.family import Family, OfFamily
from acrebox.core.design.floor import BoxFloor
from acrebox.core.design.lining import WallLining
from acrebox.core.design.outline import STRAIGHT, Measured
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length


class Construction(Asking):
    """How the walls are built. A kind of it lives in a file of its own in `construction/`.

    `measured_by` is how its height can be given, the usual way first. `keeps_own` are fields that another
    construction has under the same name and means otherwise, so that changing does not carry them over.
    `shapes` are the outlines that can be built, the usual one first, and `measured` how their sizes are meant
    where nothing is said. `size_from` is the field that names what is bought with a size and a height of
    its own, `instead_of_size` one that gives the size of a circle where the outline does not. It `takes`
    add-ons of these names. One that is `closed` has a floor as it is; fields that `digs`
    names put something into the ground.
    """

    measured_by: ClassVar[tuple[Literal["courses", "height"], ...]] = ("courses", "height")
    keeps_own: ClassVar[frozenset[str]] = frozenset()
    shapes: ClassVar[tuple[str, ...]] = STRAIGHT
    measured: ClassVar[Measured] = Measured.OUTSIDE
    size_from: ClassVar[str | None] = None
    instead_of_size: ClassVar[str | None] = None
    takes: ClassVar[tuple[str, ...]] = tuple(AddOns.model_fields)
    closed: ClassVar[bool] = False
    digs: ClassVar[tuple[str, ...]] = ()

    kind: str

    @property
    def floored(self) -> bool:
        """Whether it is closed below."""
        return self.closed

    @property
    def drains(self) -> DrainKind:
        """How water leaves it as it is built."""
        return "holes" if self.floored else "open"

    @property
    def says_drain(self) -> bool:
        """Whether somebody has chosen how water leaves it, in a field of its own."""
        return False

    @property
    def lined(self) -> WallLining:
        """What its walls are lined with where nobody says."""
        return "none"

    @property
    def drain_pipe(self) -> Length | None:
        """The pipe that drains it, outside, where it says one itself."""
        return None

    @property
    def ready_made(self) -> bool:
        """Whether it is bought with a size and a height of its own: what its field `size_from` names."""
        return self.size_from is not None and getattr(self, self.size_from) is not None


constructions: Family[Construction] = Family("kind", Construction)
AnyConstruction = Annotated[Construction, OfFamily(constructions)]


class Corner(StrEnum):
    """Which sides run through at the corners; the other sides butt between them, or both are mitred."""

    LONG_THROUGH = "long_through"
    SHORT_THROUGH = "short_through"
    ALTERNATE = "alternate"
    MITRED = "mitred"


SQUARE_CORNERS = {"long_through": "long sides run through", "short_through": "short sides run through"}
CORNERS = {
    **SQUARE_CORNERS,
    "alternate": "alternate, course by course",
    "mitred": "mitred, half the angle each",
}


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


POST_DEPTHS = {
    "concrete": "{300 mm|12 in} deep in concrete",
    "as_deep_as_tall": "as deep as they stand high",
    "driven": "{600 mm|24 in} driven, no concrete",
    "none": "not in the ground: corner blocks",
}
POST_TOPS = {"hidden": "below the top, hidden by soil", "trimmed": "left long, trimmed level in place"}
HEADS = {"outside": "from outside", "inside": "from inside, where the heads are hidden"}
OPEN_QUESTIONS = ("without", "floor", "open_end", "open_side")
POST_QUESTIONS = ("post", "post_depth", "post_below", "post_top", "post_drop", "post_limit")


Heads = Literal["outside", "inside"]


def heads_asked() -> Any:
    """From which side walls are screwed to their posts."""
    return Field("outside", json_schema_extra=asks("Screws go in", words=dict[str, Any](HEADS)))


class Posted(Construction):
    """The posts that most constructions share."""

    digs = ("post_depth", "post_below")

    @property
    def floored(self) -> bool:
        """Whether it was given a floor."""
        return self.floor is not None

    @property
    def drains(self) -> DrainKind:
        """Between the boards of a floor; through holes in one of sheet."""
        return "holes" if self.floor is not None and self.floor.kind == "sheet" else "open"

    @property
    def lined(self) -> WallLining:
        """A membrane between the soil and the wood."""
        return "membrane"

    post: str = Field(json_schema_extra=asks("Posts", stock="post"))
    post_measured: MeasuredStick = MeasuredStick()
    post_depth: PostDepth | None = Field(
        None,
        json_schema_extra=asks(
            "Posts stand",
            words=dict[str, Any](POST_DEPTHS),
            hint="Left as usual: in concrete; on paving, a deck or a roof not in the ground.",
        ),
    )
    post_top: PostTop = Field(
        PostTop.HIDDEN,
        json_schema_extra=asks("Their tops", label="Tops of the posts", words=dict[str, Any](POST_TOPS)),
    )
    post_below: Length | None = Field(
        None,
        json_schema_extra=asks(
            "In the ground", label="Posts in the ground", hint="Left empty: as the school has it."
        ),
    )
    post_drop: Length | None = Field(
        None,
        json_schema_extra=asks(
            "Below the top by",
            label="Posts below the top",
            when={"post_top": ["hidden"]},
            hint="Left empty: {50 mm|2 in}; under a cap up to the top, so that they carry it.",
        ),
    )
    post_limit: Length | None = Field(
        None,
        json_schema_extra=asks(
            "A post every", label="Limit between posts", hint="Left empty: the rule for what the posts hold."
        ),
    )
    without: Annotated[tuple[str, ...], Field(max_length=100)] = Field(
        (),
        json_schema_extra=asks(
            "Left out",
            label="Sides left out",
            instrument="sides",
            hint="A fence or a wall stands there.",
        ),
    )
    floor: BoxFloor | None = Field(
        None,
        json_schema_extra=asks(
            "A floor of its own", instrument="part", hint="On paving or a deck, or hung within a tall box."
        ),
    )
    open_end: StrictBool = Field(
        False, json_schema_extra=asks("One end stays open", after="until the barrow has been in")
    )
    open_side: str | None = Field(
        None,
        json_schema_extra=asks(
            "Which one",
            label="The end that stays open",
            of="sides",
            hint="Left empty: the shortest side.",
            when={"open_end": ["true"]},
        ),
    )
