"""The strength part of the Plan, as a published contract."""

from acrebox.core.plan.rows import Amount, Figures, Row


class MemberStrength(Figures):
    """One thing that the soil bends: its span, how far it bows, what is allowed, and the rule of thumb
    beside it; its bow and its stress under heavier assumptions.
    """

    side: str
    what: str
    stock: str
    wood: str
    assumed: bool
    between: str
    span_mm: Amount
    spans: int
    load_n_per_m: Amount
    bow_mm: Amount
    allowed_mm: Amount
    stress_ratio: Amount
    longest_mm: Amount
    rule_mm: Amount | None
    holds: bool
    says: str
    heavier_bow_mm: Amount | None
    heavier_stress_ratio: Amount | None


class PostStrength(Figures):
    """The post that takes most: of which side, force and moment, stress, the depth wanted beside the
    school's; `alone` says that the wall would not hold without it.
    """

    spacing_mm: Amount
    moment_nm: Amount
    stress_ratio: Amount
    below_mm: Amount
    wanted_mm: Amount
    force_n: Amount
    side: str
    alone: bool
    holds: bool
    heavier_stress_ratio: Amount | None
    heavier_wanted_mm: Amount | None


class TieStrength(Row):
    """Pull in one tie or strap [N], and what its ends take [N]."""

    what: str
    pull_n: Amount
    takes_n: Amount | None
    words: str
    heavier_pull_n: Amount | None


class HoopStrength(Figures):
    """A ring: the tension at its foot [N/m of height], the pull in a whole seam, the screws of a seam, what
    the lowest of them carries and what one takes [N].
    """

    tension_n_per_m: Amount
    seam_n: Amount
    screws: int
    lowest_n: Amount
    takes_n: Amount
    holds: bool
    heavier_lowest_n: Amount | None


class LaidStrength(Figures):
    """A wall that stands by its weight: how many times the push it takes to slide and to tip it (none where
    it cannot), from which course up.
    """

    side: str
    course: int
    slide: Amount | None
    tip: Amount | None
    holds: bool
    says: str
    heavier_times: Amount | None


class SeatRow(Figures):
    """Something of a bench that carries: how much of what it takes it has to; none where nothing holds it."""

    what: str
    ratio: Amount | None
    holds: bool


class FloorStrength(Figures):
    """A floor under its soil [kPa], and what of it carries."""

    pressure_kpa: Amount
    holds: bool
    says: str
    rows: list[SeatRow]


class SeatStrength(Row):
    """A bench before a side under those who sit at its edge, and what of it carries."""

    side: str
    holds: bool
    says: str
    rows: list[SeatRow]


class BowCurve(Row):
    """The line of a side's outer face when bowed, ten times as far as it will [mm], over the plan."""

    side: str
    bow_mm: Amount
    points: list[tuple[float, float]]


class HeavierPlan(Figures):
    """The second column: which heavier assumptions, their push at the bottom, and whether all would hold. It
    changes no verdict.
    """

    says: str
    push_kpa: Amount
    holds: bool


class StrengthPlan(Figures):
    """How the walls hold, as advice and never as a certificate."""

    push_kpa: Amount
    heavier: HeavierPlan
    school: str
    holds: bool
    members: list[MemberStrength]
    posts: PostStrength | None
    ties: list[TieStrength]
    hoops: list[HoopStrength]
    laid: list[LaidStrength]
    seats: list[SeatStrength]
    floors: list[FloorStrength]
    curves: list[BowCurve]
