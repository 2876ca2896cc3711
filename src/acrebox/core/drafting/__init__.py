"""Views of an Assembly as plain polygons and dimensions [mm]: what the drawing shows, nothing about how it looks."""

import itertools
from collections.abc import Iterator, Sequence
from typing import Literal

from pydantic import BaseModel, ConfigDict

from acrebox.core.assembly import Assembly, Part, Role
from acrebox.core.fill.layers import FilledLayer

Ring = list[tuple[float, float]]
Side = Literal["above", "below", "left", "right"]


class Shape(BaseModel):
    """A polygon of a view: a part cut through or seen, a layer of fill, or the soil from above."""

    model_config = ConfigDict(frozen=True)

    kind: Literal["cut", "seen", "layer", "soil"]
    part: str | None
    role: str
    points: Ring


class Dimension(BaseModel):
    """A dimension line from one point to another, laid out on a side of the view, `tier` lines away from it."""

    model_config = ConfigDict(frozen=True)

    name: str
    start: tuple[float, float]
    end: tuple[float, float]
    side: Side
    tier: int
    length_mm: float


class View(BaseModel):
    """One view: x to the right, y upwards [mm]; the ground line where there is one."""

    model_config = ConfigDict(frozen=True)

    shapes: list[Shape]
    dimensions: list[Dimension]
    ground: float | None = None


class Drawings(BaseModel):
    """Plan from above; section across the bed, between two posts."""

    model_config = ConfigDict(frozen=True)

    plan: View
    section: View


def draw(assembly: Assembly, layers: Sequence[FilledLayer], labels: dict[str, str]) -> Drawings:
    """Plan and section of a bed."""
    return Drawings(plan=_plan(assembly, labels), section=_section(assembly, layers, labels))


def _ring(points: Sequence[tuple[float, float]]) -> Ring:
    return [(round(x, 2), round(y, 2)) for x, y in points]


def _dimension(name: str, start: tuple[float, float], end: tuple[float, float], side: Side, tier: int) -> Dimension:
    axis = 0 if side in ("above", "below") else 1
    (a, b), (c, d) = start, end
    return Dimension(
        name=name, start=(round(a, 2), round(b, 2)), end=(round(c, 2), round(d, 2)), side=side, tier=tier,
        length_mm=round(abs(end[axis] - start[axis]), 4),
    )  # fmt: skip


def _plan(assembly: Assembly, labels: dict[str, str]) -> View:
    top_down = sorted(assembly.parts, key=lambda p: p.solid.bounds[1][2])
    shapes = [Shape(kind="soil", part=None, role="soil", points=_ring(assembly.inside))]
    shapes += [Shape(kind="seen", part=labels[p.name], role=p.role, points=_ring(p.solid.seen_along(2))) for p in top_down]
    return View(shapes=shapes, dimensions=list(_plan_dimensions(assembly)))


def _plan_dimensions(assembly: Assembly) -> Iterator[Dimension]:
    length, width = assembly.size("outside")
    (x0, y0), (x1, _), (_, y1) = assembly.inside[0], assembly.inside[1], assembly.inside[2]
    yield _dimension("outside length", (0, 0), (length, 0), "below", 2)
    yield _dimension("inside length", (x0, 0), (x1, 0), "below", 1)
    yield _dimension("outside width", (0, 0), (0, width), "left", 2)
    yield _dimension("inside width", (0, y0), (0, y1), "left", 1)
    for axis, side_name, side in ((0, "front", "above"), (1, "right", "right")):
        centres = sorted(_post_centres(assembly, side_name, axis))
        for a, b in itertools.pairwise(centres):
            start, end = ((a, width), (b, width)) if axis == 0 else ((length, a), (length, b))
            yield _dimension("post centres", start, end, side, 1)  # type: ignore[arg-type]


def _post_centres(assembly: Assembly, side: str, axis: int) -> Iterator[float]:
    """Centres along a side of the posts that stand against it, its own and the corner post at its end."""
    after = {"front": "right", "right": "back"}[side]
    for part in assembly.parts:
        own = part.role is Role.MID_POST and part.side == side
        corner = part.role is Role.CORNER_POST and part.side in (side, after)
        if own or corner:
            low, high = part.solid.bounds
            yield (low[axis] + high[axis]) / 2


def _section_at(assembly: Assembly) -> float:
    """The middle of the first bay of the front [mm], where no post is cut."""
    centres = sorted(_post_centres(assembly, "front", 0))
    return (centres[0] + centres[1]) / 2


def _section(assembly: Assembly, layers: Sequence[FilledLayer], labels: dict[str, str]) -> View:
    at = _section_at(assembly)
    (_, y0), (_, y1) = assembly.inside[0], assembly.inside[2]
    beyond = [p for p in assembly.parts if p.role in (Role.CORNER_POST, Role.MID_POST) and p.solid.bounds[0][0] > at]
    shapes = [
        Shape(kind="layer", part=None, role=layer.material.kind, points=_ring([(y0, layer.base), (y1, layer.base), (y1, layer.top), (y0, layer.top)]))
        for layer in layers
    ]
    shapes += [Shape(kind="seen", part=labels[p.name], role=p.role, points=_ring(p.solid.seen_along(0))) for p in _nearest(beyond)]
    for part in assembly.parts:
        points = part.solid.cut_at(0, at)
        if points:
            shapes.append(Shape(kind="cut", part=labels[part.name], role=part.role, points=_ring(points)))
    return View(shapes=shapes, dimensions=list(_section_dimensions(assembly, layers)), ground=assembly.cavity.floor)


def _nearest(posts: list[Part]) -> list[Part]:
    """The posts seen first behind the cut; the ones hidden by them are left out."""
    seen: dict[tuple[float, float], Part] = {}
    for post in sorted(posts, key=lambda p: p.solid.bounds[0][0]):
        low, high = post.solid.bounds
        seen.setdefault((round(low[1], 1), round(high[1], 1)), post)
    return list(seen.values())


def _section_dimensions(assembly: Assembly, layers: Sequence[FilledLayer]) -> Iterator[Dimension]:
    _, width = assembly.size("outside")
    (_, y0), (_, y1) = assembly.inside[0], assembly.inside[2]
    top = assembly.wall_top
    foot = -assembly.footing.below if assembly.footing else 0.0
    yield _dimension("outside width", (0, foot), (width, foot), "below", 2)
    yield _dimension("inside width", (y0, foot), (y1, foot), "below", 1)
    yield _dimension("height", (0, 0), (0, top), "left", 2)
    for course in range(assembly.courses):
        base = course * assembly.course_height
        high = top if course == assembly.courses - 1 else base + assembly.course_height
        yield _dimension("course", (0, base), (0, high), "left", 1)
    yield _dimension("soil depth", (width, layers[0].base), (width, layers[-1].top), "right", 1)
    if assembly.footing and assembly.footing.below:
        yield _dimension("post in the ground", (width, foot), (width, 0), "right", 1)
        yield _dimension("post", (width, foot), (width, assembly.footing.above), "right", 2)
