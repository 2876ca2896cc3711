"""The rows of the Site chapter."""

from typing import Literal

from acrebox.core.plan.rows import Amount, Figures, Row

Grows = Literal["fruit", "leaves", "shade"]


class ShadeRow(Row):
    """When something shades the middle of the bed on the 21st of a month (January being 1), by the clock."""

    month: int
    begins: str
    ends: str
    by: str


class SunRow(Figures):
    """Hours of direct sun a day on the bed: on the 21st of each month, and what so much is enough for; the
    mean of the months of growing, of which before and after noon; `clock` says by which clock shades are
    told.
    """

    hours_by_month: list[Amount]
    enough_for: list[Grows]
    hours_season: Amount
    morning: Amount
    afternoon: Amount
    shades: list[ShadeRow]
    clock: str
    suits: str
    says: str


class WayRow(Row):
    """The room beside a side of the bed [mm], what stands there, and for whom it is enough. Where nothing
    stands within a few steps, `open`.
    """

    side: str
    clear_mm: Amount
    open: bool
    against: str | None
    serves: str


class RunRow(Figures):
    """The shortest way from a thing of the plan to the bed [mm]; none where there is none."""

    start: str
    long_mm: Amount | None
    says: str


class CoverRow(Row):
    """Something that the bed lies over, or nearer to than it may [mm]."""

    thing: str
    far_mm: Amount
    keep_mm: Amount
    says: str


class StoreRow(Row):
    """Where the bed's box is kept until it is set: whether it fits there, what area all boxes of the yard
    take and what there is [mm²].
    """

    thing: str
    fits: bool
    take_mm2: Amount
    area_mm2: Amount
    says: str


class LoadRow(Figures):
    """What the thing that the bed stands on has to carry, full and wet: the bed [kg], on the area it covers
    [kPa], with all beds on it [kg]; and what its owner states that it may.
    """

    on: str
    kg: Amount
    kpa: Amount
    all_kg: Amount
    beside: list[str]
    may_kg: Amount | None
    may_kpa: Amount | None
    says: str


class TickRow(Row):
    """One of the things that matter most of a place, in that order, ticked by what the plan shows; None where
    the plan does not tell.
    """

    key: str
    title: str
    holds: bool | None
    says: str


class LyingRow(Figures):
    """Where a bed lies on the plan of its yard: its outline, the front left `corner` of its box [mm], how it
    is turned [°], and the sun there. Without a place all but `placed` is empty.
    """

    placed: bool
    ring: list[list[Amount]]
    corner: list[Amount]
    turn: Amount
    sun: SunRow | None


class SiteRow(LyingRow):
    """Where the bed stands on the plan of its yard, and what the place gives it."""

    ways: list[WayRow]
    reach_mm: Amount | None
    hose: RunRow | None
    barrow: RunRow | None
    carried: RunRow | None
    covers: list[CoverRow]
    on: str | None
    store: StoreRow | None
    fall_mm: Amount | None
    wind: str | None
    ticks: list[TickRow]
