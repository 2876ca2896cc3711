"""Heights at which layers begin and end: what is given by depth, by volume and by share, stacked."""

from collections.abc import Sequence
from dataclasses import dataclass

from acrebox.core.errors import refuse
from acrebox.core.fill.layers import CRUMB_L
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.cavity import Cavity

ROUNDS = 40
NEAR_MM = 0.5
"""Layers fill a bed whose top they reach so nearly."""


@dataclass(frozen=True)
class Amount:
    """How much a layer is, one of three: so deep [mm], so much in place [L], a share of the rest [%]."""

    deep: float | None = None
    litres: float | None = None
    share: float | None = None

    def up_from(self, height: float, cavity: Cavity, shared: float = 0.0) -> float | None:
        """The height [mm] to which it goes from another, where shares divide so much [L]; None where that is
        over the rim.
        """
        if self.deep is not None:
            return height + self.deep if height + self.deep <= cavity.top + NEAR_MM else None
        more = self.litres if self.litres is not None else shared * (self.share or 0.0) / 100
        whole = cavity.litres_to(cavity.top)
        filled = cavity.litres_to(height) + more
        if filled > whole + CRUMB_L:
            return None
        return cavity.height_of(min(filled, whole)) if more else height

    def down_from(self, height: float, cavity: Cavity) -> float:
        """The height [mm] from which it goes up to another; the floor where there is not so much room."""
        if self.deep is not None:
            return height - self.deep
        return cavity.height_of(max(0.0, cavity.litres_to(height) - (self.litres or 0.0)))


def check_room(amounts: Sequence[Amount], cavity: Cavity, top: float, show: Printer) -> None:
    """Raises DesignError where what is given by depth and what is to hand is more than the bed holds, leaves
    room that no share takes, or nothing to those that share.
    """
    fixed = [a for a in amounts if a.share is None]
    shared = len(fixed) < len(amounts)
    room, stack = top - cavity.base, _upwards(fixed, cavity)
    reaches = stack[-1] if stack else None
    deep = "more than the bed holds" if reaches is None else show.length(reaches - cavity.base)
    if reaches is None or reaches > top + NEAR_MM:
        says, most = "The layers are deeper than the bed holds.", f"at most {show.length(room)} in all"
        raise refuse("fill.layers", _given(fixed, deep, show), says, most)
    if not shared and reaches < top - NEAR_MM:
        allowed = f"{show.length(room)} in all, or one layer as a share of the rest"
        raise refuse("fill.layers", deep, "The depths do not fill the bed.", allowed)
    if shared and reaches > top - NEAR_MM:
        allowed = f"less than {show.length(room)} of depths"
        raise refuse("fill.layers", deep, "The depths leave nothing to share.", allowed)


def _given(fixed: Sequence[Amount], deep: str, show: Printer) -> str:
    """What is given, in words: depths together, or what is to hand."""
    if all(a.deep is not None for a in fixed):
        return show.length(sum(a.deep or 0.0 for a in fixed))
    litres = sum(a.litres or 0.0 for a in fixed)
    return f"{show.volume(litres)} to hand, settled: {deep}"


def _foot(amounts: Sequence[Amount], cavity: Cavity) -> float:
    """Where the lowest layer begins [mm]: a depth on the foot of the bed, anything else on the ground."""
    return cavity.base if amounts and amounts[0].deep is not None else cavity.floor


def _upwards(amounts: Sequence[Amount], cavity: Cavity) -> list[float] | None:
    """The heights at which layers begin and end that are no shares [mm]; None where they go over the rim."""
    marks = [_foot(amounts, cavity)]
    for amount in amounts:
        reached = amount.up_from(marks[-1], cavity)
        if reached is None:
            return None
        marks.append(reached)
    return marks


def marks_of(amounts: Sequence[Amount], cavity: Cavity, top: float) -> list[float]:
    """The heights at which layers begin and end [mm].

    What is given below the first share lies on the foot of the bed, and what is given above the last one
    under the top. What a depth between two shares holds is a matter of where it lies, and so of what those
    below it hold: the volume that shares divide is halved in on there, until the last layer ends at the top.
    """
    shares = [n for n, a in enumerate(amounts) if a.share is not None]
    first, last = (shares[0], shares[-1]) if shares else (len(amounts), len(amounts))
    below = _upwards(amounts[:first], cavity)
    assert below is not None  # what does not fit was refused
    if not shares:
        return [*below[:-1], top]
    above = [top]
    for amount in reversed(amounts[last + 1 :]):
        above.insert(0, amount.down_from(above[0], cavity))
    floor, under, inner = below[-1], above[0], amounts[first : last + 1]
    whole = cavity.litres_to(under) - cavity.litres_to(floor)
    low, high = 0.0, whole
    if all(a.deep is None for a in inner):
        low = high = whole - sum(a.litres or 0.0 for a in inner)
    marks = _laid(inner, cavity, low, floor, under)
    for _ in range(ROUNDS if low < high else 0):
        shared = (low + high) / 2
        found = _laid(inner, cavity, shared, floor, under)
        if found is None:
            high = shared
        else:
            low, marks = shared, found
    assert marks is not None  # whatever is shared out of nothing ends below the top
    return [*below[:-1], *marks[:-1], *above]


def _laid(
    amounts: Sequence[Amount], cavity: Cavity, shared: float, floor: float, top: float
) -> list[float] | None:
    """The heights of layers from a floor up [mm] whose shares divide so much [L]; None where they end over
    the top. The last one is a share, and ends there.
    """
    marks, below, whole = [floor], cavity.litres_to(floor), cavity.litres_to(top)
    for n, amount in enumerate(amounts):
        if amount.deep is not None:
            height = marks[-1] + amount.deep
            if height > top:
                return None
            below = cavity.litres_to(height)
        else:
            below += amount.litres if amount.litres is not None else shared * (amount.share or 0.0) / 100
            if below > whole + CRUMB_L:
                return None
            height = top if n == len(amounts) - 1 else cavity.height_of(min(below, whole))
        marks.append(height)
    return marks
