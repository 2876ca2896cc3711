"""Compartments: the rooms of a bed that soil can fill, whatever shape they have and whatever ground they
stand on.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from itertools import pairwise
from math import ceil

from shapely import Polygon, intersection_all, unary_union
from shapely.geometry.base import BaseGeometry

from acrebox.core.assembly.parts import Part
from acrebox.core.shape.bodies import Body, Box, Corners, Loft, areas_of
from acrebox.core.shape.bodies.face import polygons
from acrebox.core.shape.bodies.mesh import mesh_of
from acrebox.core.shape.cavity import Cavity, cavity_of
from acrebox.core.shape.ground import Ground
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.slices import AreaPiece, Slice, fitted, merged, within

LEAST_MM3 = 1.0
SLIVER_SHARE = 1e-5
STEP_MM = 5.0


@dataclass(frozen=True)
class Compartment:
    """A room with a name: the body of its inside, the parts that may stand in it, the ground it is open
    to, if any.

    Over ground that is not level soil reaches down to the ground, within the outline of the room's foot.
    """

    name: str
    inside: Body
    parts: tuple[Part, ...] = ()
    ground: Ground | None = None
    plan: Polygon = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        [face] = self.inside.seen_from_above
        object.__setattr__(self, "plan", face.polygon)

    @cached_property
    def cavity(self) -> Cavity:
        """The room less all that stands in it; exact for what is upright or flat-faced."""
        (_, _, floor), (_, _, top) = self.inside.bounds
        room: Sequence[AreaPiece] = self.inside.areas
        stands = [s for p in self._inside() for s in self._stands(p.body, floor, top)]
        if self.ground is not None and self._is_prism:
            room = self.ground.over(self.plan, top)
        elif self.ground is not None:
            # Its walls are not plumb: the room as it is, what is open under it, less the ground in it.
            room = (*merged(self.ground.over(self._foot, floor)), *room)
            stands += self._earth(self.ground)
        return cavity_of(room, stands, foot=None if self.ground is None else floor)

    def _earth(self, ground: Ground) -> Iterator[Slice]:
        """Area by height of the ground that stands in the room, whose outline changes with the height: in
        steps of a few millimetres.
        """
        high = max((s.z1 for s in ground.standing(self.plan)), default=0.0)
        steps = ceil(high / STEP_MM)
        for low, top in pairwise(high * n / steps for n in range(steps + 1)) if steps else ():
            at = []
            for share in (1 / 6, 1 / 2, 5 / 6):
                z = low + (top - low) * share
                at.append(sum(ground.rises_over(f.polygon, z) for f in self.inside.section(2, z)))
            yield fitted(low, top, (at[0], at[1], at[2]))

    def _inside(self) -> list[Part]:
        (x0, y0, _), (x1, y1, top) = self.inside.bounds
        floor = self.inside.bounds[0][2] if self.ground is None else self.ground.lowest
        found = []
        for part in self.parts:
            (a0, b0, z0), (a1, b1, z1) = part.body.bounds
            if z1 > floor and z0 < top and a1 > x0 and a0 < x1 and b1 > y0 and b0 < y1:
                found.append(part)
        return found

    def _stands(self, body: Body, floor: float, top: float) -> list[Slice]:
        """Area by height that a body takes of the room."""
        if isinstance(body, Box) and body.is_upright:
            footprint = body.seen_from_above[0].polygon
            shared_plan = self.plan.intersection(footprint)
            if shared_plan.area < 1e-6:
                return []
            if self._is_prism or self._throughout.covers(footprint):
                return self._taken_upright(body, shared_plan, floor, top)
        shared = body.mesh.manifold ^ self.inside.mesh.manifold
        volume = shared.volume()
        if volume < LEAST_MM3:
            return []
        if volume < SLIVER_SHARE * self.inside.volume:
            # Too little to tell heights apart: its mean over its height.
            low, high = shared.bounding_box()[2], shared.bounding_box()[5]
            return [Slice(low, high, volume / (high - low))]
        return self._out_of_the_ground(body, areas_of(mesh_of(shared)))

    def _out_of_the_ground(self, body: Body, taken: tuple[Slice, ...]) -> list[Slice]:
        """What of a stick that lies is over the ground that stands against it."""
        if self.ground is None:
            return list(taken)
        (_, _, low), (_, _, high) = body.bounds
        under = unary_union([f.polygon for f in body.seen_from_above]).intersection(self.plan)
        earth = [s for p in polygons(under) for s in self.ground.standing(p)]
        return list(merged(taken, within(earth, low, high)))

    @cached_property
    def _foot(self) -> Polygon:
        """What of the plan lies within the lower edge of the room."""
        return Polygon(self.inside.levels[0][1].points) if isinstance(self.inside, Loft) else self.plan

    @cached_property
    def _throughout(self) -> Polygon:
        """What of the plan is within the room at every height."""
        if not isinstance(self.inside, Loft):
            return Polygon()
        narrowest = intersection_all([Polygon(o.points) for _, o in self.inside.levels])
        return narrowest.buffer(0.001, join_style="mitre")

    def _taken_upright(self, box: Box, covered: BaseGeometry, floor: float, top: float) -> list[Slice]:
        """What an upright stick takes of a prism: `covered` is how much of the plan it stands on."""
        share = covered.area / box.seen_from_above[0].polygon.area
        if share > 1 - 1e-9:
            share = 1.0
        shapes = list(self._shapes(box)) if box.notches else []
        if share == 1.0 or not shapes:
            taken = [s.times(share) for s in box.areas if isinstance(s, Slice)]
        else:
            taken = [Slice(low, high, float(shape.area)) for low, high, shape in shapes]
        if self.ground is None:
            return within(taken, floor, top)
        (_, _, foot), (_, _, head) = box.bounds
        # Under the ground nothing is taken from the soil.
        earth: list[Slice] = []
        for low, high, shape in shapes or [(foot, head, covered)]:
            if low < top:
                end = min(high, top)
                over = [s for p in polygons(shape) for s in self.ground.over(p, end)]
                earth += merged([Slice(low, end, float(shape.area))], within(over, low, end))
        return list(merged(within(taken, foot, top), earth))

    def _shapes(self, box: Box) -> Iterator[tuple[float, float, BaseGeometry]]:
        """What of the plan a notched post stands on, from height to height."""
        marks = sorted({z for s in box.areas for z in (s.z0, s.z1)})
        for low, high in pairwise(marks):
            faces = box.footprint((low + high) / 2)
            yield low, high, unary_union([f.polygon for f in faces]).intersection(self.plan)

    @property
    def _is_prism(self) -> bool:
        """Whether a footprint within the plan is within the room at every height."""
        return isinstance(self.inside, Loft) and self.inside.is_plumb


def prism(face: Outline, floor: float, top: float) -> Loft:
    """The room within upright walls [mm]."""
    outline = Corners(face.points)
    return Loft(((floor, outline), (top, outline)))


def within_walls(face: Outline, top: float, parts: Iterable[Part], floor: float = 0.0) -> Compartment:
    """The one room of a bed with upright walls: what lies inside `face` from `floor` to
    `top` [mm], less the parts that stand in it.
    """
    return Compartment("bed", prism(face, floor, top), tuple(parts))
