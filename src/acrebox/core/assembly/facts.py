"""What a bed is known by besides its parts: joints, spans, how it stands, goods, woods in use, layers of
the wall.
"""

from dataclasses import dataclass
from math import ceil


@dataclass(frozen=True, kw_only=True)
class Joint:
    """Two parts that touch: `through` [mm] of the first is passed by the fixing, `into` [mm] of the
    second can hold it.

    `run` [mm] is how long they lie against each other, along which fixings are spread.
    """

    kind: str
    parts: tuple[str, str]
    through: float
    into: float
    run: float


@dataclass(frozen=True, kw_only=True)
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
class Stance:
    """How the bed stands by its posts: so much of them above ground and in it [mm], in words by which school,
    and how broad they bear on the ground [mm]: 0 where they do as they are.
    """

    above: float
    below: float
    school: str = ""
    drop: float = 0.0
    trimmed: bool = False
    bears: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Held:
    """Something that is no part but holds a side: at a place along it and at a height [mm]."""

    side: str
    at: float
    z: float


@dataclass(frozen=True, kw_only=True)
class Good:
    """Something bought by the piece or the length that is no solid part: a strap, a corner membrane, an
    anchor.
    """

    key: str
    what: str
    count: float
    unit: str
    working: str


@dataclass(frozen=True, kw_only=True)
class Guide:
    """A line seen from above that is no part [mm]: how a ring is likely to stand, where a strap runs."""

    what: str
    points: tuple[tuple[float, float], ...]


@dataclass(frozen=True, kw_only=True)
class Brought:
    """A material that is filled into the wall itself: its key, how much of it when settled [L], and where."""

    material: str
    litres: float
    where: str


@dataclass(frozen=True, kw_only=True)
class Supports:
    """What a vessel stands on: how many of what, on how much of the ground each [mm²], how far apart at most
    [mm].
    """

    what: str
    count: int
    area: float
    apart: float


@dataclass(frozen=True, kw_only=True)
class UsedTimber:
    """A section in use: which field chose it, its catalogue row's key, and the sizes [mm] that count; so much
    of it is set aside for bad ones [%].
    """

    field: str
    stock: str
    thickness: float
    width: float
    differs: bool
    set_aside: float = 0.0


@dataclass(frozen=True)
class WallLayer:
    """What the wall is made of from outside to inside, each with its thickness [mm]."""

    what: str
    thickness: float


def with_bad_ones(good: int, share: float) -> int:
    """How many to set aside so that so many are good, with a share of bad ones on top [%]."""
    return ceil(good * (1 + share / 100) - 1e-9)
