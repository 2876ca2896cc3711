"""Load cases: what is loaded, how it is held. Each kind is worked out by a file of its own in `strength/`."""

from dataclasses import dataclass

from acrebox.core.assembly.facts import Held, Joint


@dataclass(frozen=True, kw_only=True)
class LoadCase:
    """Something that carries load. `limit_field` is the field of the design that sets how far its
    supports stand apart.
    """

    side: str
    what: str
    limit_field: str = ""


@dataclass(frozen=True, kw_only=True)
class WallAlong(LoadCase):
    """A board, sheet or rail that the soil bends along a wall, over so many `spans` of at most `span` [mm],
    from `low` to `high` [mm] up the wall. `breadth` lies in the wall's plane, `depth` in the direction of
    the push [mm]; a sheet's section is its profile. `by_rule` says that the rule of thumb for the spans of
    its side speaks of it.
    """

    stock: str
    span: float
    spans: int
    low: float
    high: float
    breadth: float
    depth: float
    between: str = "posts"
    by_rule: bool = False


@dataclass(frozen=True, kw_only=True)
class Upright(LoadCase):
    """A stud or stave that the soil bends between a low and a high support `span` [mm] apart, over a
    `strip` [mm] of wall.
    """

    stock: str
    span: float
    breadth: float
    depth: float
    strip: float
    between: str = "rails"


@dataclass(frozen=True, kw_only=True)
class Pull(LoadCase):
    """A tie or strap that holds `share` of the push on `length` [mm] of wall, one of `count` that do."""

    length: float
    share: float
    count: int
    words: str


@dataclass(frozen=True, kw_only=True)
class Hoop(LoadCase):
    """A ring that the soil stretches: its radius, from and to a height [mm], of sheet of this `stock`. It is
    closed by `seams`, of which each has a row of screws.
    """

    stock: str
    radius: float
    low: float
    high: float
    seams: int


@dataclass(frozen=True, kw_only=True)
class Laid(LoadCase):
    """A wall that stands by its weight: courses of a height each, so thick, `span` long between the walls
    that meet it, of which the shorter is `returns` long [mm]; what it weighs to the metre in each course,
    with what fills it [kg/m]. In `mortar` or `dowelled` by bars it does not slide from course
    to course; `reinforced` bars in concrete, one every so many mm, hold it down as well. Only where they are
    `anchored` in the ground do they do so at its foot.
    """

    courses: tuple[float, ...]
    thick: float
    span: float
    returns: float
    kg_per_m: float
    mortar: bool = False
    dowelled: bool = False
    reinforced: bool = False
    anchored: bool = True
    bar: float = 0.0
    every: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Carrier:
    """What of a bench or a floor bends, or stands: its span [mm], its section as loaded (across the load and
    in its direction) [mm], how far it goes on beyond its last support [mm].
    """

    stock: str
    span: float
    breadth: float
    depth: float
    over: float = 0.0


@dataclass(frozen=True, kw_only=True)
class SeatLoad(LoadCase):
    """A bench before a side, so long [mm]: its boards, what they lie on, what that lies on, its legs and what
    each stands on, so wide and square [mm; none on hard ground]; the joints that carry its rails at the legs
    and at the wall, and how thick that is [mm]. Where none is there it stands on legs at the wall, too.
    """

    board: Carrier
    leg: Carrier
    length: float
    pad: float
    bearer: Carrier | None = None
    rail: Carrier | None = None
    wall: float = 0.0
    at_legs: tuple[Joint, ...] = ()
    at_wall: tuple[Joint, ...] = ()


@dataclass(frozen=True, kw_only=True)
class TieHold:
    """What holds an end of a tie at one of its flanks: how the tie is fixed to it, and how that is fixed to
    the wall, where it is no post.
    """

    joint: Joint
    behind: tuple[Joint, ...] = ()


@dataclass(frozen=True, kw_only=True)
class TieLoad(LoadCase):
    """A tie between two walls: where it holds them, and what holds its two ends."""

    held: tuple[Held, ...]
    ends: tuple[tuple[TieHold, ...], tuple[TieHold, ...]]


@dataclass(frozen=True, kw_only=True)
class FloorLoad(LoadCase):
    """A floor under the soil of a box, its top at a height [mm]: a strip of it a metre wide between its
    bearers, a bearer between its legs, which carries a `strip` of floor [mm], a leg and what that stands on
    [mm square; none on hard ground]; how rails hang on the walls, over so much of them in all (`wall` [mm]).
    """

    floor: float
    board: Carrier
    strip: float
    bearer: Carrier | None = None
    leg: Carrier | None = None
    pad: float = 0.0
    at_wall: tuple[Joint, ...] = ()
    wall: float = 0.0
