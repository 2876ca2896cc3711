"""What the watch-outs see, and what can be ticked off at each stage."""

from acrebox.core.advice import WatchOut, watch_outs
from acrebox.core.chapter import EVERYTHING, Chapter, Seen, register
from acrebox.core.fill.layers import NOT_CHOSEN
from acrebox.core.plan.bench import CUTTING
from acrebox.core.plan.drain import DRAINAGE
from acrebox.core.plan.line import LINING
from acrebox.core.plan.rows import Row

FOUR = 4
TRUE = ("first course", "finished")


class Tickable(Row):
    """Something that can be ticked off: at which stage, of which kind, under which key."""

    stage: str
    kind: str
    key: str


def ticks_of(seen: Seen) -> list[Tickable]:
    """Pieces to cut, what is to be true, steps of lining and draining, layers to lay; a material that lies
    twice is counted.
    """
    found = [
        Tickable(stage="bench", kind="cut", key=piece.key)
        for stick in seen.of(CUTTING).sticks
        for piece in stick.pieces
    ]
    true = ("square", "first course", "finished") if len(seen.assembly.outline.corners) == FOUR else TRUE
    found += [Tickable(stage="level", kind="true", key=key) for key in true]
    found += [Tickable(stage="line", kind="lined", key=step.key) for step in seen.of(LINING).steps]
    found += [Tickable(stage="drain", kind="drained", key=step.key) for step in seen.of(DRAINAGE).steps]
    laid: dict[str, int] = {}
    for layer in (x for x in seen.layers if x.at != NOT_CHOSEN):
        key = layer.key
        laid[key] = laid.get(key, 0) + 1
        name = key if laid[key] == 1 else f"{key}:{laid[key]}"
        found.append(Tickable(stage="fill", kind="fill", key=name))
    return found


TICKS = register(
    Chapter(
        key="ticks",
        stage="bench",
        reads=("assembly", "cutting", "lining", "drainage", "layers"),
        work=ticks_of,
        model=list[Tickable],
    )
)
WATCH_OUTS = register(
    Chapter(key="watch_outs", stage="shape", reads=(EVERYTHING,), work=watch_outs, model=list[WatchOut])
)
