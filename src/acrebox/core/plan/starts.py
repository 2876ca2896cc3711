"""What something begins with when it is added to a bed: nothing of it is made up on the screen."""

from typing import Any

from acrebox.core.assembly import Assembly
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.data import read_as
from acrebox.core.measure.printing import Printer, System
from acrebox.core.plan.rows import Row

REACH_MM = {System.METRIC: 1200.0, System.IMPERIAL: 1219.2}
LEG_MM = {System.METRIC: 900.0, System.IMPERIAL: 914.4}
LEGGED_MM = {System.METRIC: (2700.0, 2000.0), System.IMPERIAL: (2743.2, 1981.2)}
EVEN_SIDES = 6
EVEN_MM = {System.METRIC: 700.0, System.IMPERIAL: 711.2}


class _Start(Row):
    path: str
    metric: Any
    imperial: Any


def starts_of(seen: Seen) -> dict[str, Any]:
    """By the path of what can be added, what it begins with; by `outline:` and a shape, another outline of
    about the same size.
    """
    bed, system = seen.assembly, seen.show.system
    sides = [side.name for side in bed.outline.sides]
    named = {"$first": sides[0], "$far": "back" if bed.outline.is_rectangle else sides[0]}
    found = {
        row.path: _named(row.metric if system is System.METRIC else row.imperial, named)
        for row in read_as(list[_Start], "plan", "starts.toml", "start")
    }
    return {**found, **{f"outline:{shape}": made for shape, made in _outlines(bed, seen.show).items()}}


def _named(value: Any, names: dict[str, str]) -> Any:
    if isinstance(value, dict):
        return {key: _named(part, names) for key, part in value.items()}
    if isinstance(value, list):
        return [_named(part, names) for part in value]
    return names.get(value, value) if isinstance(value, str) else value


def _outlines(bed: Assembly, show: Printer) -> dict[str, dict[str, Any]]:
    """Outlines about as long and as wide as the bed, their legs a good arm's reach wide."""
    system, (long, wide) = show.system, bed.size("outside")

    def written(mm: float) -> str:
        return show.length(mm).replace("′", "'").replace("″", '"')

    across = written(min(wide, REACH_MM[system]))
    leg = written(min(LEG_MM[system], long / 3))
    longer, wider = LEGGED_MM[system]
    l_shape = {"length": written(long), "width": written(max(wide, wider))}
    legged = {"length": written(max(long, longer)), "width": written(max(wide, wider))}
    walked = [written(long), across, written(long)]
    return {
        "rectangle": {"length": written(long), "width": across},
        "l": {**l_shape, "front": leg, "left": leg},
        "u": {**legged, "front": leg, "left": leg, "right": leg},
        "h": {**legged, "left": leg, "right": leg, "bar": leg},
        "regular": {"sides": EVEN_SIDES, "side": written(max(EVEN_MM[system], long / 3))},
        "polygon": {"sides": [{"length": side, "corner": 90} for side in walked]},
    }


STARTS = register(
    Chapter(
        key="starts",
        stage="shape",
        reads=("show", "assembly"),
        work=starts_of,
        model=dict[str, Any],
        judged=False,
        aside=True,
    )
)
