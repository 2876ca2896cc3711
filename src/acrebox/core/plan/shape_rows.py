"""The shape part of the Plan, as published: sizes, parts, fixings."""

from acrebox.core.plan.rows import Amount, Figures, Row


class EndCutOut(Row):
    """How an end is cut, from square [°]: a mitre across the wider face, a bevel through the thickness."""

    mitre: Amount
    bevel: Amount


class NotchOut(Row):
    """A box cut out of a piece: from and to along its length, face and thickness [mm]."""

    along: tuple[float, float]
    face: tuple[float, float]
    through: tuple[float, float]


class PlanPart(Row):
    """One piece in place [mm]: origin corner and the directions of its length, face and thickness.

    `faces` are the areas [m²] that lie to the soil, the ground and the weather.
    """

    id: str
    label: str
    name: str
    role: str
    stock: str
    side: str
    course: int | None
    length_mm: Amount
    width_mm: Amount
    thickness_mm: Amount
    origin: tuple[float, float, float]
    along: tuple[float, float, float]
    face: tuple[float, float, float]
    through: tuple[float, float, float]
    ends: list[EndCutOut]
    notches: list[NotchOut]
    faces: dict[str, Amount]


class Fixing(Figures):
    """Joints alike and what fixes them. `pilot_mm` is the drill; `pilot_must` in hard timber; `trouble`
    says what is wrong.
    """

    joint: str
    screw: str
    name: str
    joints: int
    each: str
    count: int
    length_mm: Amount
    bite_mm: Amount
    pilot_mm: Amount
    pilot_must: bool
    countersink: bool
    trouble: str | None


class Note(Row):
    """Something counted on the way that a builder wants to know, in words."""

    name: str
    words: str


class Inside(Figures):
    """The space inside, to the fill line."""

    length_mm: Amount
    width_mm: Amount
    depth_mm: Amount
    area_m2: Amount
    volume_l: Amount
    to_brim_l: Amount


class PlanSide(Row):
    """One side of the outline: outside and inside, and the angle inside the bed at its end [°]."""

    name: str
    outside_mm: Amount
    inside_mm: Amount
    corner_deg: Amount


class Outside(Figures):
    """The bed from outside; of an outline that is no rectangle, the box round it."""

    rectangle: bool
    sides: list[PlanSide]
    perimeter_mm: Amount
    length_mm: Amount
    width_mm: Amount
    height_mm: Amount
    courses: int
    diagonal_mm: Amount
    post_mm: Amount
    post_limit_mm: Amount
