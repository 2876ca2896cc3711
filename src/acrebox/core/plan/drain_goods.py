"""What drains are made of, on the buying list: pipe by the length sold, fittings, sleeves, trays."""

from collections import Counter
from collections.abc import Iterator
from math import ceil

from acrebox.core.bench.problem import CuttingProblem, StickKind
from acrebox.core.bench.search import NoCutting, cut_best
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.drainage import Drains, Loop
from acrebox.core.measure.convert import tenths
from acrebox.core.measure.telling import told
from acrebox.core.plan.buy_rows import Buy, buy_line
from acrebox.core.stock import Good

FITTINGS = {"elbow": "elbow", "tee": "tee", "threaded adapter": "adapter"}


def drain_goods(seen: Seen) -> list[Buy]:
    """The goods of the drains."""
    found = seen.drains
    lines = []
    if found.kind == "few_sleeved":
        lines.append(_line(seen, "drain-sleeve", len(found.holes), "one in every hole"))
    if seen.lined.sleeves and seen.design.drainage.sleeve:
        long = seen.show.length(seen.lined.sleeves[0])
        lines.append(_line(seen, "drain-sleeve", len(seen.lined.sleeves), f"{long} long, through the wall"))
    if found.trays:
        lines.append(_line(seen, "drain-tray", found.trays, "one under every hole"))
    if found.loop is not None:
        lines += _piped(found, found.loop, seen)
    return lines


def _piped(found: Drains, loop: Loop, seen: Seen) -> Iterator[Buy]:
    """Pipe in whole lengths, with couplings where a piece is longer than one; the fittings."""
    pipe = seen.book.find_good(f"pipe-{loop.size.stem}")
    count, couplings = _lengths(found, pipe, seen)
    pieces = " + ".join(f"{p.count} × {seen.show.exact(p.length)}" for p in found.pipes)
    yield _line(seen, pipe.key, count, f"{pieces}, out of whole lengths")
    if couplings:
        yield _line(seen, f"coupling-{loop.size.stem}", couplings, "where a piece is longer than a length")
    for name, many in found.fittings:
        yield _line(seen, f"{FITTINGS[name]}-{loop.size.stem}", many, f"{many} in the loop")


def _lengths(found: Drains, pipe: Good, seen: Seen) -> tuple[int, int]:
    """How many lengths of pipe are bought, and how many couplings join what is longer than one."""
    assert pipe.length is not None
    whole, kerf = pipe.length.mm, seen.design.bench.kerf.mm
    demand: Counter[int] = Counter()
    couplings = 0
    for piece in found.pipes:
        parts = ceil(piece.length / whole - 1e-9)
        demand[tenths(piece.length / parts)] += parts * piece.count
        couplings += (parts - 1) * piece.count
    lengths = tuple(sorted(demand, reverse=True))
    kind = StickKind(tenths(whole), int(pipe.price * 100))
    problem = CuttingProblem(lengths, tuple(demand[n] for n in lengths), tenths(kerf), (kind,))
    plan = cut_best(problem, seen.effort)
    assert not isinstance(plan, NoCutting)
    return len(plan.sticks), couplings


def _line(seen: Seen, key: str, count: int, words: str) -> Buy:
    good = seen.book.find_good(key)
    money = seen.show.money(good.price)
    counted = f"{words}: {count} × {money}"
    return buy_line(
        seen, key, told(good.name, seen.show), count, good.unit, good.price, counted, stage="drain"
    )


DRAIN_GOODS = register(
    Chapter(
        key="drain_goods",
        stage="drain",
        reads=("show", "effort", "drains", "lined", "design.drainage.sleeve", "design.bench.kerf"),
        work=drain_goods,
    )
)
