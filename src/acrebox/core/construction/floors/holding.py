"""How the parts of a floor hold to each other and to the walls, and what the soil on it does to them."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise

from acrebox.core.assembly import Assembly, Carrier, FloorLoad, Joint, Part
from acrebox.core.construction.addons.bench_run import pad_of
from acrebox.core.construction.floors.frame import Frame
from acrebox.core.construction.joining import contact_height, lapped, touching_pairs
from acrebox.core.construction.sizes import size
from acrebox.core.construction.studwork import SKEW
from acrebox.core.design import Design
from acrebox.core.measure.systems import System


def screwed(bed: Assembly, rail: Part) -> bool:
    """Whether a rail lies along its run against a wall that carries it: timber in which screws hold."""
    along = rail.solid.along
    low, high = rail.solid.reach(along)
    held = sum(
        min(high, b) - max(low, a) for wall in walls_behind(bed, rail) for a, b in [wall.body.reach(along)]
    )
    return held > 0.9 * (high - low)


def walls_behind(bed: Assembly, rail: Part) -> list[Part]:
    """The wall's pieces of timber that a rail lies against with its side."""
    least = size("floor_wall_least", System.METRIC)
    skins = [p for p in bed.parts if p.role.skin and not p.role.sharp and p.solid.thickness >= least]
    found = [wall for _, wall in touching_pairs([rail], skins)]
    return [w for w in found if contact_height(rail, w) >= size("screw_room") and w.role.bends == "along"]


def floor_joints(
    frame: Frame,
    decks: Sequence[Part],
    rails: Sequence[Part],
    bearers: Sequence[Part],
    legs: Sequence[Part],
) -> Iterator[Joint]:
    """Boards on bearers, rails on walls and posts, legs under both."""
    kind = "floor sheet to bearer" if frame.sheet else "floor board to bearer"
    through = frame.sheet.steel.mm if frame.sheet else None
    for deck, under in touching_pairs(decks, [*rails, *bearers]):
        found = lapped(kind, deck, under, into=frame.high, run=frame.wide)
        yield found if through is None else replace(found, through=through)
    for rail in rails:
        for wall in walls_behind(frame.bed, rail):
            yield _to_wall(rail, wall)
    for leg, bearer in touching_pairs(legs, [*rails, *bearers]):
        yield Joint(
            kind="floor leg to bearer",
            parts=(leg.name, bearer.name),
            through=SKEW * leg.solid.thickness,
            into=frame.high,
            run=leg.solid.thickness,
        )
    for rail in rails:
        uprights = [p for p in frame.bed.parts if p.role.upright and p.stock]
        for upright, _ in touching_pairs(uprights, [rail]):
            if _beside(upright, rail):
                yield lapped("floor rail to wall", rail, upright, run=min(frame.high, upright.solid.width))


def _beside(upright: Part, rail: Part) -> bool:
    """Whether a rail passes before an upright with its side, and does not end at it."""
    axis = rail.solid.through if abs(rail.solid.through[2]) < 0.5 else rail.solid.face
    (a0, a1), (b0, b1) = upright.body.reach(axis), rail.body.reach(axis)
    return abs(a1 - b0) < 0.1 or abs(b1 - a0) < 0.1


def _to_wall(rail: Part, wall: Part) -> Joint:
    """A rail to a piece of wall behind it: through the thinner of the two."""
    along = rail.solid.along
    (a, b), (c, d) = rail.solid.reach(along), wall.body.reach(along)
    deep = min(s for s in (rail.solid.width, rail.solid.thickness))
    run = min(b, d) - max(a, c)
    if wall.solid.thickness <= deep:
        return Joint(
            kind="wall to floor rail",
            parts=(wall.name, rail.name),
            through=wall.solid.thickness,
            into=deep,
            run=run,
        )
    return Joint(
        kind="floor rail to wall",
        parts=(rail.name, wall.name),
        through=deep,
        into=wall.solid.thickness,
        run=run,
    )


def floor_load(
    frame: Frame,
    design: Design,
    span: float,
    rails: Sequence[Part],
    bearers: Sequence[Part],
    legs: Sequence[Part],
) -> FloorLoad:
    """What the soil on the floor bends and presses, where bearers lie so far apart at most [mm]."""
    stock = frame.sheet.key if frame.sheet else frame.board.timber.key  # type: ignore[union-attr]
    between = max(_bays(p, legs) for p in [*bearers, *rails]) if legs else 0.0
    return FloorLoad(
        side="",
        what="floor",
        floor=frame.top,
        board=Carrier(stock=stock, span=span, breadth=1000.0, depth=frame.deck),
        bearer=Carrier(stock=frame.bearer.timber.key, span=between, breadth=frame.wide, depth=frame.high)
        if frame.hung
        else None,
        strip=span,
        leg=Carrier(
            stock=frame.bearer.timber.key,
            span=max(leg.solid.length for leg in legs),
            breadth=frame.bearer.wide,
            depth=frame.bearer.thick,
        )
        if legs
        else None,
        pad=pad_of(design, frame.built),
        at_wall=tuple(_to_wall(r, w) for r in rails for w in walls_behind(frame.bed, r))
        if frame.hung
        else (),
        wall=sum(r.solid.length for r in rails if screwed(frame.bed, r)),
    )


def _bays(bearer: Part, legs: Sequence[Part]) -> float:
    """How far the legs under a bearer stand apart at most [mm]; nothing where none do."""
    along = bearer.solid.along
    under = sorted(sum(leg.body.reach(along)) / 2 for leg, _ in touching_pairs(legs, [bearer]))
    return max((b - a for a, b in pairwise(under)), default=0.0)
