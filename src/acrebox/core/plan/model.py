"""The Plan as a published contract. Quantities are plain numbers; `working` beside them explains each by its name."""

from typing import Literal

from pydantic import ConfigDict, Field

from acrebox.core.advice import WatchOut
from acrebox.core.drafting import Drawings
from acrebox.core.measure.printing import System
from acrebox.core.plan.rows import Amount, Figures, Row
from acrebox.core.plan.strength_model import StrengthPlan
from acrebox.core.worked import Worked


class Understood(Row):
    """A length or volume of the design as it was understood, in both systems."""

    amount: Amount
    unit: Literal["mm", "L"]
    metric: str
    imperial: str


class EndCutOut(Row):
    """How an end is cut, from square [°]: mitre across the thickness, bevel across the face."""

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


class Cut(Figures):
    """Pieces alike: what to saw, how many, and the parts they become."""

    label: str
    role: str
    stock: str
    length_mm: Amount
    rip_mm: Amount | None
    ends: str
    notches: int
    count: int
    parts: list[str]


class Buy(Figures):
    """One line of the buying list."""

    item: str
    name: str
    stage: Literal["bench", "fill"]
    count: int
    unit: str
    length_mm: Amount | None = None
    each: Amount
    cost: Amount


class StickPiece(Row):
    """A piece on a stick: its label and where it starts along the stick [mm]. `key` names it for ticks."""

    key: str
    label: str
    group: str
    start_mm: Amount
    length_mm: Amount


class PlannedStick(Row):
    """One stick as cut [mm]: trim at the start, pieces in order, what is left and whether it is worth keeping."""

    number: int
    stock: str
    length_mm: Amount
    to_hand: bool
    price: Amount
    trim_mm: Amount
    kerf_mm: Amount
    pieces: list[StickPiece]
    offcut_mm: Amount
    offcut_name: str | None


class StopBlock(Row):
    """One setting of the stop [mm], used once, in the order of the list."""

    stock: str
    length_mm: Amount
    labels: list[str]
    count: int
    sticks: list[int]


class Fixing(Figures):
    """Joints alike and what fixes them. `pilot_mm` is the drill; `pilot_must` in hard timber; `trouble` says what is wrong."""

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


class SectionBound(Figures):
    """How good the cutting of one section is proven to be."""

    stock: str
    name: str
    sticks: int
    cost: Amount
    bound: Amount
    proven: bool
    fewest_sticks: bool


class Cutting(Figures):
    """All sticks as cut; `bound` is what no plan can undercut."""

    sticks: list[PlannedStick]
    settings: list[StopBlock]
    sections: list[SectionBound]
    cost: Amount
    bound: Amount
    proven: bool


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


class FillLayer(Figures):
    """One material in place and as bought."""

    material: str
    name: str
    kind: str
    base_mm: Amount
    depth_mm: Amount
    settled_l: Amount
    loose_l: Amount
    wet_kg: Amount
    barrows: int
    bag_l: Amount | None
    bag_sizes: list[str]
    bags: int
    kept_back: int
    bag_cost: Amount | None
    bulk_step_l: Amount | None
    bulk_steps: int
    bulk_l: Amount | None
    bulk_cost: Amount | None
    break_even_l: Amount | None
    way: str
    cost: Amount


class FillPlan(Figures):
    """The soil: layers bottom to top, and their sums."""

    layers: list[FillLayer]
    settled_l: Amount
    loose_l: Amount
    settled_ft3: Amount
    settled_yd3: Amount
    loose_ft3: Amount
    loose_yd3: Amount
    wet_kg: Amount
    barrows: int
    cost: Amount


class Totals(Figures):
    """The running figures of the tape."""

    sticks: int
    timber_cost: Amount
    fixing_cost: Amount
    stock_cost: Amount
    fill_cost: Amount
    cost: Amount
    soil_l: Amount
    soil_kg: Amount
    timber_kg: Amount
    weight_kg: Amount


class Plan(Row):
    """What to do, worked out from one Design and nothing else."""

    schema_: Literal[1] = Field(default=1, alias="schema")
    name: str
    units: System
    currency: str
    currency_sign: str
    understood: dict[str, Understood]
    outside: Outside
    inside: Inside
    parts: list[PlanPart]
    cuts: list[Cut]
    fixings: list[Fixing]
    notes: list[Note]
    construction: str
    buying: list[Buy]
    cutting: Cutting
    fill: FillPlan
    strength: StrengthPlan
    totals: Totals
    watch_outs: list[WatchOut]
    drawings: Drawings

    model_config = ConfigDict(frozen=True, validate_by_name=True, serialize_by_alias=True)


__all__ = ["Plan", "Worked"]
