"""The Assembly: what stands there. Placed parts, the joints between them, the cavity, the spans between supports."""

from dataclasses import dataclass
from enum import StrEnum

from acrebox.core.shape.cavity import Cavity
from acrebox.core.shape.solid import Solid


class Role(StrEnum):
    """What a part does in the bed, in the order in which the sheets list them."""

    WALL = "wall board"
    CORNER_POST = "corner post"
    MID_POST = "mid post"
    CAP = "cap board"


@dataclass(frozen=True)
class Part:
    """One piece in place. `allowance` [mm] is cut longer than it ends up, to be trimmed in place."""

    name: str
    role: Role
    stock: str
    solid: Solid
    side: str = ""
    course: int | None = None
    allowance: float = 0.0
    ripped: bool = False

    @property
    def cut_length(self) -> float:
        """The length to saw [mm]."""
        return self.solid.length + self.allowance


@dataclass(frozen=True)
class Joint:
    """Two parts that touch."""

    kind: str
    parts: tuple[str, str]


@dataclass(frozen=True)
class Span:
    """A wall between two supports, centre to centre [mm], and how thick it is."""

    side: str
    length: float
    bays: int
    thickness: float


@dataclass(frozen=True)
class Footing:
    """How the posts stand: above ground, in the ground [mm]."""

    above: float
    below: float


@dataclass(frozen=True)
class Assembly:
    """A bed as built, whatever its construction."""

    outside: tuple[tuple[float, float], ...]
    inside: tuple[tuple[float, float], ...]
    wall_top: float
    course_height: float
    top_course_height: float
    courses: int
    parts: tuple[Part, ...]
    joints: tuple[Joint, ...]
    cavity: Cavity
    spans: tuple[Span, ...]
    footing: Footing | None

    def size(self, which: str) -> tuple[float, float]:
        """Length and width [mm] of the `outside` or `inside` outline."""
        ring = self.outside if which == "outside" else self.inside
        xs, ys = [p[0] for p in ring], [p[1] for p in ring]
        return max(xs) - min(xs), max(ys) - min(ys)

    def part(self, name: str) -> Part:
        """The part of that name."""
        return next(p for p in self.parts if p.name == name)
