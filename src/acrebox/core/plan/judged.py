"""What the watch-outs see, and what can be ticked off at each stage."""

from acrebox.core.advice import WatchOut, watch_outs
from acrebox.core.chapter import EVERYTHING, Chapter, Seen, register
from acrebox.core.fill.layers import NOT_CHOSEN
from acrebox.core.plan.bench import CUTTING
from acrebox.core.plan.drain import DRAINAGE
from acrebox.core.plan.line import LINING
from acrebox.core.plan.reservoir import RESERVOIR
from acrebox.core.plan.rows import Row

FOUR = 4


class Tickable(Row):
    """Something that can be ticked off: at which stage, of which kind, under which key; in words, where the
    stages after it ask for it.
    """

    stage: str
    kind: str
    key: str
    words: str = ""


def ticks_of(seen: Seen) -> list[Tickable]:
    """Pieces to cut, what is to be true, steps of lining and draining, layers to lay; a material that lies
    twice is counted.
    """
    found = [
        Tickable(stage="bench", kind="cut", key=piece.key)
        for stick in seen.of(CUTTING).sticks
        for piece in stick.pieces
    ]
    # What is bought in one piece is square as it is, and has no courses.
    whole = seen.design.construction.closed
    square = not whole and len(seen.assembly.outline.corners) == FOUR
    words = {"square": "the corners are square"} if square else {}
    words |= {"first course": "it stands level" if whole else "the first course is true", "finished": ""}
    found += [Tickable(stage="level", kind="true", key=key, words=said) for key, said in words.items()]
    found += [Tickable(stage="line", kind="lined", key=step.key) for step in seen.of(LINING).steps]
    kept = seen.of(RESERVOIR)
    steps = kept.steps if kept else seen.of(DRAINAGE).steps
    found += [Tickable(stage="drain", kind="drained", key=step.key) for step in steps]
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
        reads=("assembly", "cutting", "lining", "drainage", "reservoir", "layers", "design.construction"),
        work=ticks_of,
        model=list[Tickable],
    )
)
WATCH_OUTS = register(
    Chapter(key="watch_outs", stage="shape", reads=(EVERYTHING,), work=watch_outs, model=list[WatchOut])
)
