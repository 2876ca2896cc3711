"""What drains are made of, on the buying list: pipe by the length sold, fittings, sleeves, trays."""

from collections import Counter
from collections.abc import Iterator, Sequence
from math import ceil

from acrebox.core.bench.problem import CuttingProblem, StickKind
from acrebox.core.bench.search import NoCutting, cut_best
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.construction.sizes import size
from acrebox.core.design import HARD
from acrebox.core.drainage import CutPipe, Drains, PipeSize, drain_limit, packers_for
from acrebox.core.measure.convert import tenths
from acrebox.core.plan.buy_rows import Buy, good_line
from acrebox.core.stock import Good

FITTINGS = {"elbow": "elbow", "tee": "tee", "threaded adapter": "adapter", "end cap": "cap"}


def drain_goods(seen: Seen) -> list[Buy]:
    """The goods of the drains."""
    found = seen.drains
    lines = []
    if found.kind == "few_sleeved":
        lines.append(good_line(seen, "drain-sleeve", len(found.holes), "one in every hole", "drain"))
    if seen.lined.sleeves and seen.design.drainage.sleeve:
        long = seen.show.length(seen.lined.sleeves[0])
        lines.append(
            good_line(
                seen, "drain-sleeve", len(seen.lined.sleeves), f"{long} long, through the wall", "drain"
            )
        )
    if packers := packers_under(seen):
        apart = seen.show.length(drain_limit("packers_apart", seen.show.built))
        lines.append(good_line(seen, "bed-packer", packers, f"one every {apart} under the walls", "drain"))
    if found.holes and found.floor is not None and found.floor.of == "metal" and not _painted(seen):
        lines.append(good_line(seen, "metal-paint", 1, "for the edges of the holes", "drain"))
    if found.trays:
        lines.append(good_line(seen, "drain-tray", found.trays, "one under every hole", "drain"))
    if found.loop is not None:
        lines += _piped(found.pipes, found.fittings, found.loop.size, seen)
        lines.append(_fabric(found, seen))
    kept = seen.kept_pipes
    if kept is not None:
        lines += _piped(kept.pieces, kept.fittings, kept.size, seen)
    return lines


def packers_under(seen: Seen) -> int:
    """How many packers a bed stands on; none where water goes into the ground."""
    if seen.design.site.stands_on not in HARD:
        return 0
    return packers_for(seen.assembly, seen.drains, seen.show.built)


def _painted(seen: Seen) -> bool:
    """Whether paint for metal is on the list already."""
    return any(good.key == "metal-paint" for good in seen.assembly.goods)


def _fabric(found: Drains, seen: Seen) -> Buy:
    """The fabric round the pipe and over the stone."""
    show, loop = seen.show, found.loop
    assert loop is not None
    assert found.floor is not None
    sold, wide = seen.book.find_good("ground-fabric"), size("fabric_sold", show.built)
    area = loop.drilled * loop.around(show.built) + found.floor.outline.area
    count = ceil(sold.units_of(area / wide))
    words = f"{show.area(area)} round the pipe and over the stone, off a roll {show.length(wide)} wide"
    return good_line(seen, sold.key, count, words, "drain")


def _piped(
    pieces_of: Sequence[CutPipe], fittings: Sequence[tuple[str, int]], of: PipeSize, seen: Seen
) -> Iterator[Buy]:
    """Pipe in whole lengths, with couplings where a piece is longer than one; the fittings."""
    pipe = seen.book.find_good(f"pipe-{of.stem}")
    count, couplings = _lengths(pieces_of, pipe, seen)
    whole = sum(p.count * p.length for p in pieces_of)
    pieces = " + ".join(f"{p.count} × {seen.show.exact(p.length)}" for p in pieces_of)
    yield good_line(
        seen, pipe.key, count, f"{pieces} = {seen.show.exact(whole)}; out of whole lengths {count}", "drain"
    )
    if couplings:
        yield good_line(
            seen, f"coupling-{of.stem}", couplings, "where a piece is longer than a length", "drain"
        )
    for name, many in fittings:
        yield good_line(seen, f"{FITTINGS[name]}-{of.stem}", many, f"{many} for the pipe", "drain")


def _lengths(pieces: Sequence[CutPipe], pipe: Good, seen: Seen) -> tuple[int, int]:
    """How many lengths of pipe are bought, and how many couplings join what is longer than one."""
    assert pipe.length is not None
    whole, kerf = pipe.length.mm, seen.design.bench.kerf.mm
    demand: Counter[int] = Counter()
    couplings = 0
    for piece in pieces:
        parts = ceil(piece.length / whole - 1e-9)
        demand[tenths(piece.length / parts)] += parts * piece.count
        couplings += (parts - 1) * piece.count
    lengths = tuple(sorted(demand, reverse=True))
    kind = StickKind(tenths(whole), int(pipe.price * 100))
    problem = CuttingProblem(lengths, tuple(demand[n] for n in lengths), tenths(kerf), (kind,))
    plan = cut_best(problem, seen.effort)
    assert not isinstance(plan, NoCutting)
    return len(plan.sticks), couplings


DRAIN_GOODS = register(
    Chapter(
        key="drain_goods",
        stage="drain",
        reads=(
            "show",
            "effort",
            "assembly",
            "drains",
            "kept_pipes",
            "lined",
            "design.drainage.sleeve",
            "design.bench.kerf",
            "design.site.stands_on",
        ),
        work=drain_goods,
    )
)
