"""What something begins with when it is added to a bed: nothing of it is made up on the screen."""

from math import floor, sqrt
from typing import Any

from acrebox.core.assembly import Assembly
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.construction.addons.ties import ties_by_rule
from acrebox.core.data import read_as
from acrebox.core.measure.convert import MM_PER_INCH
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length
from acrebox.core.plan.rows import Row

EVEN_SIDES = 6


class _Start(Row):
    """What one thing begins with, in each system."""

    path: str
    metric: Any
    imperial: Any

    def of(self, system: System) -> Any:
        """What it begins with in a system."""
        return self.metric if system is System.METRIC else self.imperial


def starts_of(seen: Seen) -> dict[str, Any]:
    """By the path of what can be added, what it begins with; by `outline:` and a shape, another outline of
    about the same size.
    """
    bed, system = seen.assembly, seen.show.built
    sides = [side.name for side in bed.outline.sides]
    named = {
        "$first": sides[0],
        "$far": "back" if bed.outline.is_rectangle else sides[0],
        "$wall": next((p.stock for p in bed.parts if p.role.skin), ""),
        "$kept": seen.show.typed(seen.reservoir.depth if seen.reservoir else 0.0),
    }
    found = {
        row.path: _named(row.of(system), named)
        for row in read_as(list[_Start], "plan", "starts.toml", "start")
    }
    # On a bed that wants no tie by the rule one begins with one.
    if not any(ties_by_rule(side.length, system) for side in bed.outline.sides):
        found["add_ons.ties"] = {**found["add_ons.ties"], "count": 1}
    found["add_ons.seats"] = _fitting(found["add_ons.seats"], seen)
    outlines = _outlines(bed, seen.show)
    choice = seen.design.construction
    if choice.instead_of_size and getattr(choice, choice.instead_of_size) is not None:
        outlines["circle"] = {}  # what it is built of gives the size
    can = {f"outline:{shape}": made for shape, made in outlines.items() if shape in choice.shapes}
    return {**found, **can}


def _fitting(seats: dict[str, Any], seen: Seen) -> dict[str, Any]:
    """A bench no higher than the wall carries, in whole centimetres or half inches."""
    board = seen.book.find_timber(seats["board"])
    step = 10.0 if seen.show.built is System.METRIC else float(MM_PER_INCH) / 2
    rail = seen.book.find_timber(seats["rail"])
    most = seen.assembly.wall_top + sum(
        (board.thickness.mm if board else 0.0, rail.width.mm if rail else 0.0)
    )
    if Length(seats["height"]).mm <= most:
        return seats
    return {**seats, "height": seen.show.typed(floor(most / step + 1e-9) * step)}


def _named(value: Any, names: dict[str, str]) -> Any:
    if isinstance(value, dict):
        return {key: _named(part, names) for key, part in value.items()}
    if isinstance(value, list):
        return [_named(part, names) for part in value]
    return names.get(value, value) if isinstance(value, str) else value


def _outlines(bed: Assembly, show: Printer) -> dict[str, dict[str, Any]]:
    """Outlines about as long and as wide as the bed, their legs a good arm's reach wide."""
    (long, wide), written = bed.size("outside"), show.typed
    if bed.told and show.built is System.IMPERIAL:
        # What came out of blocks or sheets is no size that anybody asked for.
        long, wide = (round(mm / float(MM_PER_INCH)) * float(MM_PER_INCH) for mm in (long, wide))
    rows = read_as(list[_Start], "plan", "starts.toml", "outline")
    usual: dict[str, float] = {row.path: Length(row.of(show.built)).mm for row in rows}
    across = written(min(wide, usual["reach"]))
    step = 10.0 if show.built is System.METRIC else float(MM_PER_INCH)
    leg = written(min(usual["leg"], floor(long / 3 / step) * step))
    # Six even sides are √3 of one across.
    even = floor(usual["reach"] / sqrt(3) / step) * step
    l_shape = {"length": written(long), "width": written(max(wide, usual["legged_width"]))}
    legged = {**l_shape, "length": written(max(long, usual["legged_length"]))}
    walked = [written(long), across, written(long)]
    return {
        "rectangle": {"length": written(long), "width": across},
        "l": {**l_shape, "front": leg, "left": leg},
        "u": {**legged, "front": leg, "left": leg, "right": leg},
        "h": {**legged, "left": leg, "right": leg, "bar": leg},
        "regular": {"sides": EVEN_SIDES, "side": written(min(max(usual["even_side"], long / 3), even))},
        "polygon": {"sides": [{"length": side, "corner": 90} for side in walked]},
        "circle": {"diameter": across},
        "oval": {"length": written(max(long, min(wide, usual["reach"]) * 1.5)), "width": across},
    }


STARTS = register(
    Chapter(
        key="starts",
        stage="shape",
        reads=("show", "assembly", "reservoir_of", "design.construction"),
        work=starts_of,
        model=dict[str, Any],
        judged=False,
        aside=True,
    )
)
