"""Load cases: what is loaded, how it is held. Each kind is worked out by a file of its own in `strength/`."""

from dataclasses import dataclass


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
