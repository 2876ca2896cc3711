"""The bench part of the Plan: cut list, sticks as cut, stop settings, what is sawn already."""

from collections import Counter
from decimal import Decimal

from acrebox.core.assembly import Part, StickPiece, ends_in_words
from acrebox.core.bench.made import compare
from acrebox.core.bench.setups import stop_settings
from acrebox.core.bench.sticks import cut_all
from acrebox.core.bench.supply import CutStick, StockCutting
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.measure.convert import tenths
from acrebox.core.measure.printing import Printer
from acrebox.core.plan.bench_rows import (
    Cut,
    Cutting,
    Housing,
    PieceOnStick,
    PlannedStick,
    SawnRow,
    SectionBound,
    StopBlock,
)
from acrebox.core.stock import Bar, Sheet
from acrebox.core.takeoff import CutGroup
from acrebox.core.worked import Worked

SAME_MM, SQUARE, UP = 0.05, 1e-9, 2
METHOD = "branch and price on the mix of sticks; exact bound in whole numbers"


def cuts_of(seen: Seen) -> list[Cut]:
    """The cut list: pieces alike by label."""
    return [_cut(group, seen) for group in seen.takeoff.cut]


def _cut(group: CutGroup, seen: Seen) -> Cut:
    show, first, piece = seen.show.length, group.parts[0], group.piece
    length = group.length / 10
    words = f"{group.role} {first.name}: {_placed_words(first, length - piece.allowance, seen.show)}"
    if piece.allowance:
        more = f"{show(piece.allowance)} {piece.allowed_for}"
        words += f"; {show(length - piece.allowance)} + {more} = {show(length)}"
    points = piece.sawn if piece.sawn and piece.sawn.long_point is not None else None
    if points:
        words += (
            f", over all; long edge {show(points.long_point or 0.0)},"
            f" short edge {show(points.short_point or 0.0)}"
        )
    where = ", ".join(p.name for p in group.parts)
    return Cut(
        label=group.label,
        role=group.role,
        stock=group.stock,
        length_mm=length,
        count=group.count,
        rip_mm=piece.ripped,
        rip_off=piece.off,
        ends=ends_in_words(piece.ends),
        long_point_mm=points.long_point if points else None,
        short_point_mm=points.short_point if points else None,
        notches=len(piece.notches),
        housings=_notches(piece),
        parts=[seen.takeoff.part_labels[p.name] for p in group.parts],
        working={
            "length_mm": Worked(amount=length, unit="mm", working=words),
            "count": Worked(amount=group.count, unit="pieces", working=f"{where}: {group.count}"),
        },
    )


def _placed_words(part: Part, long: float, show: Printer) -> str:
    """How long a piece is [mm] where it lies: from its beginning to its end along the bed, or over and in the
    ground; as it is where it lies askew.
    """
    box = part.solid
    axis = next((n for n, share in enumerate(box.along) if abs(share) > 1 - SQUARE), None)
    if axis is None or abs(box.length - long) > SAME_MM:
        return show.length(long)
    start = box.origin[axis]
    low, high = sorted((start, start + box.along[axis] * box.length))
    if low > -SAME_MM:
        return f"ends at {show.length(high)} − begins at {show.length(max(0.0, low))} = {show.length(long)}"
    if axis == UP and low < -SAME_MM < high:
        return f"{show.length(high)} over the ground + {show.length(-low)} in it = {show.length(long)}"
    return show.length(long)


def _notches(piece: StickPiece) -> list[Housing]:
    """What is cut out of a piece, from its first end and from the edge of the face that it opens to."""
    return [
        Housing(
            at_mm=n.along[0],
            wide_mm=n.along[1] - n.along[0],
            face_mm=n.face[1] - n.face[0],
            deep_mm=n.through[1] - n.through[0],
        )
        for n in sorted(piece.notches, key=lambda n: n.along)
    ]


def cutting_of(seen: Seen) -> Cutting:
    """Every stick as cut, numbered through; the stop settings section by section; the bound."""
    names = {label: part for part, label in seen.takeoff.part_labels.items()}
    sticks: list[PlannedStick] = []
    settings: list[StopBlock] = []
    for section in seen.cuttings:
        first = len(sticks) + 1
        for stick in section.sticks:
            sticks.append(_stick(stick, len(sticks) + 1, seen, names))
        settings += _settings(section, first)
    cost = sum((s.cost for s in seen.cuttings), Decimal(0))
    bound = sum((s.bound for s in seen.cuttings), Decimal(0))
    show = seen.show.money
    proven = all(s.proven for s in seen.cuttings)
    verdict = (
        "proven best: no plan costs less"
        if proven
        else f"at most {show(cost - bound)} dearer than the best there can be"
    )
    each = " + ".join(f"{s.stock} {show(s.cost)}" for s in seen.cuttings) or f"nothing is sawn: {show(cost)}"
    return Cutting(
        sticks=sticks,
        settings=settings,
        sections=[_bound(s, seen) for s in seen.cuttings],
        cost=float(cost),
        bound=float(bound),
        proven=proven,
        working={
            "cost": Worked(
                amount=float(cost), unit=seen.book.currency, working=f"{each} = {show(cost)}", source=METHOD
            ),
            "bound": Worked(
                amount=float(bound),
                unit=seen.book.currency,
                working=f"plan {show(cost)}, bound {show(bound)}; {verdict}",
                assumptions=_saw(seen),
                source=METHOD,
            ),
        },
    )


def _saw(seen: Seen) -> list[str]:
    bench, show = seen.design.bench, seen.show.length
    return [
        f"kerf {seen.show.drill(bench.kerf.mm)} a cut",
        (
            f"{show(bench.trim.mm)} squared off {'both ends' if bench.trim_ends == 'both' else 'one end'}"
            if bench.trim.mm
            else "sticks come with square ends"
        ),
    ]


def _bound(section: StockCutting, seen: Seen) -> SectionBound:
    show = seen.show.money
    timber = seen.book.find_cuttable(section.stock)
    each, of = _each(section, seen)
    tie = (
        "and no plan of that cost has fewer sticks"
        if section.fewest
        else "a plan of that cost with fewer sticks may exist"
    )
    return SectionBound(
        stock=section.stock,
        name=timber.name if timber else section.stock,
        made_of="sheet" if isinstance(timber, Sheet) else "metal" if isinstance(timber, Bar) else "timber",
        sticks=len(section.bought),
        set_aside=len(section.aside),
        cost=float(section.cost),
        bound=float(section.bound),
        proven=section.proven,
        fewest_sticks=section.fewest,
        working={
            "bound": Worked(
                amount=float(section.bound),
                unit=seen.book.currency,
                working=(
                    f"nothing can cost less than {show(section.bound)}, {tie}; the plan costs"
                    f" {show(section.cost)}"
                ),
                assumptions=_saw(seen),
                source=METHOD,
            ),
            "cost": Worked(
                amount=float(section.cost),
                unit=seen.book.currency,
                working=f"{each} = {show(section.cost)}; {of}",
            ),
        },
    )


def _each(section: StockCutting, seen: Seen) -> tuple[str, str]:
    """What is taken of a section, as a sum of what it costs and in words; what is to hand costs nothing."""
    aside, mix = Counter(section.aside), Counter(section.supplied)
    sums, said = list[str](), list[str]()
    for supply, count in sorted(mix.items(), key=lambda row: (-row[0].length, row[0].to_hand)):
        price = seen.show.money(Decimal(0) if supply.to_hand else supply.price)
        of = f"of {seen.show.length(supply.length / 10)}" + (" to hand" if supply.to_hand else "")
        spare = f", {aside[supply]} of them set aside for bad ones" if aside[supply] else ""
        sums.append(f"{count} × {price}")
        said.append(f"{count} {of}{spare}")
    return " + ".join(sums), ", ".join(said)


def _stick(stick: CutStick, number: int, seen: Seen, names: dict[str, str]) -> PlannedStick:
    bench = seen.design.bench
    at, kerf = bench.trim.mm, bench.kerf.mm
    pieces = []
    for label, length in stick.pieces:
        # A tick belongs to the part: its name outlives labels and lengths that move when the design changes.
        pieces.append(
            PieceOnStick(
                key=names[label],
                label=label,
                group=label.rstrip("0123456789"),
                start_mm=at,
                length_mm=length / 10,
            )
        )
        at += length / 10 + kerf
    return PlannedStick(
        number=number,
        stock=stick.stock,
        length_mm=stick.supply.length / 10,
        to_hand=stick.supply.to_hand,
        price=float(stick.supply.price) if stick.strip == 1 else 0.0,
        strip=stick.strip,
        strips=stick.strips,
        wide_mm=stick.wide,
        trim_mm=bench.trim.mm,
        kerf_mm=kerf,
        pieces=pieces,
        offcut_mm=stick.offcut / 10,
        offcut_name=f"off-cut {number}" if stick.offcut >= tenths(bench.keep_from.mm) else None,
    )


def _settings(section: StockCutting, first: int) -> list[StopBlock]:
    labels: dict[int, list[str]] = {}
    for stick in section.sticks:
        for label, length in stick.pieces:
            labels.setdefault(length, []).append(label)
    return [
        StopBlock(
            stock=section.stock,
            length_mm=s.length / 10,
            labels=sorted({label.rstrip("0123456789") for label in labels[s.length]}),
            count=s.count,
            sticks=[first + n - 1 for n in s.sticks],
        )
        for s in stop_settings(section.sticks)
    ]


def sawn_of(seen: Seen) -> list[SawnRow]:
    """The pieces that are sawn already, as ticked off."""
    return [
        SawnRow(part=p.part, length_mm=p.length, wanted_mm=p.wanted, fits=p.fits, words=p.words)
        for p in seen.sawn_pieces
    ]


CUTTINGS = register(
    Chapter(
        key="cuttings",
        stage="bench",
        reads=("show", "effort", "takeoff", "design.bench"),
        work=lambda seen: cut_all(seen.takeoff, seen.design.bench, seen.book, seen.show, seen.effort),
    )
)
CUTS = register(Chapter(key="cuts", stage="bench", reads=("show", "takeoff"), work=cuts_of, model=list[Cut]))
CUTTING = register(
    Chapter(
        key="cutting",
        stage="bench",
        reads=("show", "cuttings", "takeoff", "design.bench"),
        work=cutting_of,
        model=Cutting,
    )
)
SAWN_PIECES = register(
    Chapter(
        key="sawn_pieces",
        stage="bench",
        reads=("show", "sawn", "takeoff"),
        work=lambda seen: compare(seen.sawn, seen.takeoff.cut, seen.show),
    )
)
SAWN = register(Chapter(key="made", stage="bench", reads=("sawn_pieces",), work=sawn_of, model=list[SawnRow]))
