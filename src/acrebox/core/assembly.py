"""The Assembly: what stands there. Placed parts, the joints between them, the cavity, the spans between supports."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from functools import cached_property

from acrebox.core.shape.cavity import Cavity
from acrebox.core.shape.outline import Outline, Point2, Side
from acrebox.core.shape.solid import Solid


class Role(StrEnum):
    """What a part does in the bed, in the order in which the sheets list them."""

    WALL = "wall board"
    SLEEPER = "sleeper"
    SHEET = "sheet"
    STAVE = "stave"
    RAIL = "rail"
    TOP_RAIL = "top rail"
    STUD = "stud"
    CORNER_POST = "corner post"
    MID_POST = "mid post"
    LEDGER_POST = "ledger post"
    CAP = "cap board"
    TIE = "cross tie"
    SEAT = "seat board"
    SEAT_RAIL = "seat rail"
    BRACKET = "seat bracket"
    TRELLIS = "trellis upright"
    SLEEVE = "hoop sleeve"

    @property
    def is_post(self) -> bool:
        return self in (Role.CORNER_POST, Role.MID_POST, Role.LEDGER_POST)


@dataclass(frozen=True)
class Part:
    """One piece in place. `allowance` [mm] is cut longer than it ends up: a lap, or what is trimmed in place.

    `ripped` is the width [mm] it is sawn or planed down to, where that is less than the stock's.
    """

    name: str
    role: Role
    stock: str
    solid: Solid
    side: str = ""
    course: int | None = None
    allowance: float = 0.0
    ripped: float | None = None

    @property
    def cut_length(self) -> float:
        """The length to saw [mm]."""
        return self.solid.overall + self.allowance


@dataclass(frozen=True)
class Joint:
    """Two parts that touch: `through` [mm] of the first is passed by the fixing, `into` [mm] of the second can hold it.

    `run` [mm] is how long they lie against each other, along which fixings are spread.
    """

    kind: str
    parts: tuple[str, str]
    through: float
    into: float
    run: float


@dataclass(frozen=True)
class Span:
    """A wall between two supports, centre to centre [mm], and the limit by rule for what spans there."""

    side: str
    length: float
    bays: int
    thickness: float
    rule: float
    what: str = "boards"
    between: str = "posts"


@dataclass(frozen=True)
class Member:
    """Something that the soil bends: `along` the side between supports, or `up` between a low and a high one.

    It holds the soil from `low` to `high` [mm]: by itself, or a `share` of all of it; an upright one over a `strip` [mm] along
    the side. `breadth` lies in the wall's plane, `depth` in the direction of the push [mm]; a sheet's section is its profile.
    """

    side: str
    what: str
    stock: str
    runs: str
    span: float
    spans: int
    low: float
    high: float
    breadth: float
    depth: float
    between: str = "posts"
    share: float | None = None
    strip: float = 0.0


@dataclass(frozen=True)
class Footing:
    """How the posts stand: above ground, in the ground [mm]."""

    above: float
    below: float


@dataclass(frozen=True)
class Good:
    """Something bought by the piece or the length that is no solid part: a strap, a corner membrane, an anchor."""

    key: str
    what: str
    count: float
    unit: str
    working: str


@dataclass(frozen=True)
class UsedTimber:
    """A section in use: which field chose it, its catalogue row's key, and the sizes [mm] that count."""

    field: str
    stock: str
    thickness: float
    width: float
    differs: bool


@dataclass(frozen=True)
class WallLayer:
    """What the wall is made of from outside to inside, each with its thickness [mm]."""

    what: str
    thickness: float


SAME_CORNER_MM = 20.0


def _coordinates(side: Side, part: Part) -> tuple[list[float], list[float]]:
    """Of a part's corners, how far along a side and how far inwards of it [mm]."""
    (x, y), (ax, ay, _), (nx, ny, _) = side.start, side.along, side.inward
    offsets = [(cx - x, cy - y) for cx, cy, _ in part.solid.corners]
    return [dx * ax + dy * ay for dx, dy in offsets], [dx * nx + dy * ny for dx, dy in offsets]


@dataclass(frozen=True)
class Assembly:
    """A bed as built, whatever its construction.

    `inner` is the face that the sizes inside are measured to, `soil_face` the one that soil reaches between what stands
    in it; `course_heights` [mm] count from the ground up.
    """

    outline: Outline
    inner: Outline
    soil_face: Outline
    wall: tuple[WallLayer, ...]
    course_heights: tuple[float, ...]
    whole_course: float
    parts: tuple[Part, ...]
    joints: tuple[Joint, ...]
    cavity: Cavity
    spans: tuple[Span, ...]
    members: tuple[Member, ...]
    footing: Footing | None
    timbers: tuple[UsedTimber, ...]
    goods: tuple[Good, ...] = ()
    counts: Mapping[str, str] = field(default_factory=dict)
    post_limit: float = 0.0
    crown: float = 0.0

    @property
    def top(self) -> float:
        """Height of what stands highest in the wall itself [mm]: what is laid on top starts there."""
        return max(self.crown, self.wall_top)

    def posts_at(self, side: str) -> tuple[Part, ...]:
        """The posts that stand against a side, inside or outside of it."""
        return self._posts_along[side][0]

    def post_marks(self, side: str) -> tuple[float, ...]:
        """Centres of the posts along a side, from its first corner [mm]; two posts at one corner count once."""
        return self._posts_along[side][1]

    @cached_property
    def _posts_along(self) -> dict[str, tuple[tuple[Part, ...], tuple[float, ...]]]:
        posts = [p for p in self.parts if p.role.is_post]
        thick = max((p.solid.thickness for p in posts), default=0.0)
        found = {}
        for side in self.outline.sides:
            placed = [(post, *_coordinates(side, post)) for post in posts]
            deepest = self.wall_thickness + thick
            near = [
                (post, us)
                for post, us, vs in placed
                if max(vs) <= deepest + 0.5
                and min(vs) >= -deepest
                and min(us) > -1.0 - thick
                and max(us) < side.length + 1.0 + thick
            ]
            marks = sorted((min(us) + max(us)) / 2 for _, us in near)
            alone = tuple(m for n, m in enumerate(marks) if n == 0 or m - marks[n - 1] > SAME_CORNER_MM)
            found[side.name] = (tuple(post for post, _ in near), alone)
        return found

    @cached_property
    def wall_top(self) -> float:
        """Height of the wall over the ground [mm]."""
        return sum(self.course_heights)

    @cached_property
    def wall_thickness(self) -> float:
        return sum(layer.thickness for layer in self.wall)

    @property
    def outside(self) -> tuple[Point2, ...]:
        return self.outline.ring

    @property
    def inside(self) -> tuple[Point2, ...]:
        return self.inner.ring

    def size(self, which: str) -> tuple[float, float]:
        """Length and width [mm] of the box round the `outside` or `inside` outline."""
        return self.outline.size if which == "outside" else self.inner.size
