"""The bench part of the Plan, as published: cuts, sticks as cut."""

from typing import Literal

from acrebox.core.plan.rows import Amount, Figures, Row


class Housing(Row):
    """A notch [mm]: from the piece's first end, how wide along it, how far across its face, how deep."""

    at_mm: Amount
    wide_mm: Amount
    face_mm: Amount
    deep_mm: Amount


class Cut(Figures):
    """Pieces alike: what to saw, how many, and the parts they become.

    `length_mm` is over all; of ends that are not square the longest and the shortest edge are given too.
    `rip_off` says what comes off a board that is ripped, where that matters.
    """

    label: str
    role: str
    stock: str
    length_mm: Amount
    rip_mm: Amount | None
    rip_off: str
    ends: str
    long_point_mm: Amount | None
    short_point_mm: Amount | None
    notches: int
    housings: list[Housing]
    count: int
    parts: list[str]


class SawnRow(Row):
    """A piece that is sawn already for a part: its length, what the part wants now, in words what to do."""

    part: str
    length_mm: Amount
    wanted_mm: Amount | None
    fits: bool
    words: str


class PieceOnStick(Row):
    """A piece on a stick: its label and where it starts along the stick [mm]. `key` is the name of its part,
    by which it is ticked off.
    """

    key: str
    label: str
    group: str
    start_mm: Amount
    length_mm: Amount


class PlannedStick(Row):
    """One stick as cut [mm]: trim at the start, pieces in order, what is left and whether it is worth
    keeping.

    A sheet that is ripped is told strip by strip: the first one carries its price. A measured board is told
    by how wide it is.
    """

    number: int
    stock: str
    length_mm: Amount
    to_hand: bool
    price: Amount
    strip: int
    strips: int
    wide_mm: Amount | None
    trim_mm: Amount
    kerf_mm: Amount
    pieces: list[PieceOnStick]
    offcut_mm: Amount
    offcut_name: str | None


class StopBlock(Row):
    """One setting of the stop [mm], used once, in the order of the list."""

    stock: str
    length_mm: Amount
    labels: list[str]
    count: int
    sticks: list[int]


class SectionBound(Figures):
    """How good the cutting of one section is proven to be; `sticks` are bought, with those `set_aside` for
    bad ones.
    """

    stock: str
    name: str
    made_of: Literal["timber", "sheet", "metal"]
    sticks: int
    set_aside: int
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
