"""The bench part of the Plan: cut list, sticks as cut, stop settings, what to buy."""

from collections import Counter
from collections.abc import Sequence
from decimal import Decimal

from acrebox.core.advice import Seen
from acrebox.core.assembly import Part, Role
from acrebox.core.bench.setups import stop_settings
from acrebox.core.bench.sticks import CutStick, SectionCutting
from acrebox.core.measure.convert import tenths
from acrebox.core.plan.model import Buy, Cut, Cutting, PlannedStick, SectionBound, StickPiece, StopBlock
from acrebox.core.shape.solid import SQUARE
from acrebox.core.stock import Catalogue
from acrebox.core.takeoff import CutGroup, Takeoff
from acrebox.core.worked import Worked

METHOD = "branch and price on the mix of sticks; exact bound in whole numbers"


def cuts_of(seen: Seen, takeoff: Takeoff) -> list[Cut]:
    """The cut list: pieces alike by label."""
    return [_cut(group, seen, takeoff) for group in takeoff.groups]


def _cut(group: CutGroup, seen: Seen, takeoff: Takeoff) -> Cut:
    show, first = seen.show.length, group.parts[0]
    length = group.length / 10
    words = f"{first.role} {first.name}: {show(first.solid.overall)}"
    if first.allowance:
        words += (
            f" + {show(first.allowance)} {'of lap' if first.role is Role.SHEET else 'to trim in place'} ="
            f" {show(length)}"
        )
    if any(end != SQUARE for end in first.solid.ends):
        words += ", over the longest edge"
    where = ", ".join(p.name for p in group.parts)
    return Cut(
        label=group.label,
        role=group.role,
        stock=group.stock,
        length_mm=length,
        count=group.count,
        rip_mm=first.ripped,
        ends=_ends(first),
        notches=len(first.solid.notches),
        parts=[takeoff.part_labels[p.name] for p in group.parts],
        working={
            "length_mm": Worked(amount=length, unit="mm", working=words),
            "count": Worked(amount=group.count, unit="pieces", working=f"{group.count}: {where}"),
        },
    )


def _ends(part: Part) -> str:
    """`square`, `45° mitre at both ends`, `30° bevel at one end`: from square, across thickness or face."""
    angles = [
        (abs(end.mitre), "mitre") if abs(end.mitre) > 0.01 else (abs(end.bevel), "bevel")
        for end in part.solid.ends
    ]
    cut = [(angle, kind) for angle, kind in angles if angle > 0.01]
    if not cut:
        return "square"
    if len(cut) == 2 and abs(cut[0][0] - cut[1][0]) < 0.01:
        return f"{cut[0][0]:.4g}° {cut[0][1]} at both ends"
    return ", ".join(f"{angle:.4g}° {kind}" for angle, kind in cut) + (" at one end" if len(cut) == 1 else "")


def cutting_of(seen: Seen, book: Catalogue) -> Cutting:
    """Every stick as cut, numbered through; the stop settings section by section; the bound."""
    sticks: list[PlannedStick] = []
    settings: list[StopBlock] = []
    seen_lengths: Counter[tuple[str, int]] = Counter()
    for section in seen.sections:
        first = len(sticks) + 1
        for stick in section.sticks:
            sticks.append(_stick(stick, len(sticks) + 1, seen, seen_lengths))
        settings += _settings(section, first)
    cost = sum((s.cost for s in seen.sections), Decimal(0))
    bound = sum((s.bound for s in seen.sections), Decimal(0))
    show = seen.show.money
    proven = all(s.proven for s in seen.sections)
    verdict = (
        "proven best: no plan costs less"
        if proven
        else f"at most {show(cost - bound)} dearer than the best there can be"
    )
    each = " + ".join(f"{s.stock} {show(s.cost)}" for s in seen.sections)
    return Cutting(
        sticks=sticks,
        settings=settings,
        sections=[_bound(s, seen, book) for s in seen.sections],
        cost=float(cost),
        bound=float(bound),
        proven=proven,
        working={
            "cost": Worked(
                amount=float(cost), unit=book.currency, working=f"{each} = {show(cost)}", source=METHOD
            ),
            "bound": Worked(
                amount=float(bound),
                unit=book.currency,
                working=f"plan {show(cost)}, bound {show(bound)}: {verdict}",
                assumptions=_saw(seen),
                source=METHOD,
            ),
        },
    )


def _saw(seen: Seen) -> list[str]:
    bench, show = seen.design.bench, seen.show.length
    return [
        f"kerf {bench.kerf.mm:g} mm a cut",
        (
            f"{show(bench.trim.mm)} squared off {'both ends' if bench.trim_ends == 'both' else 'one end'}"
            if bench.trim.mm
            else "sticks come with square ends"
        ),
    ]


def _bound(section: SectionCutting, seen: Seen, book: Catalogue) -> SectionBound:
    show = seen.show.money
    timber = book.find_cuttable(section.stock)
    bought = [s for s in section.sticks if not s.supply.to_hand]
    mix = Counter(s.supply.length for s in section.sticks)
    words = " + ".join(
        f"{n} × {seen.show.length(length / 10)}" for length, n in sorted(mix.items(), reverse=True)
    )
    tie = (
        "and no plan of that cost has fewer sticks"
        if section.fewest
        else "a plan of that cost with fewer sticks may exist"
    )
    return SectionBound(
        stock=section.stock,
        name=timber.name if timber else section.stock,
        sticks=len(bought),
        cost=float(section.cost),
        bound=float(section.bound),
        proven=section.proven,
        fewest_sticks=section.fewest,
        working={
            "bound": Worked(
                amount=float(section.bound),
                unit=book.currency,
                working=(
                    f"{words} for {show(section.cost)}; nothing can cost less than {show(section.bound)},"
                    f" {tie}"
                ),
                assumptions=_saw(seen),
                source=METHOD,
            ),
            "cost": Worked(
                amount=float(section.cost), unit=book.currency, working=f"{words} = {show(section.cost)}"
            ),
        },
    )


def _stick(stick: CutStick, number: int, seen: Seen, counts: Counter[tuple[str, int]]) -> PlannedStick:
    bench = seen.design.bench
    at, kerf = bench.trim.mm, bench.kerf.mm
    pieces = []
    for label, length in stick.pieces:
        counts[stick.stock, length] += 1
        # A tick belongs to the n-th piece of its length: it outlives labels that move when the design changes.
        key = f"{stick.stock}:{length}:{counts[stick.stock, length]}"
        pieces.append(
            StickPiece(
                key=key, label=label, group=label.rstrip("0123456789"), start_mm=at, length_mm=length / 10
            )
        )
        at += length / 10 + kerf
    return PlannedStick(
        number=number,
        stock=stick.stock,
        length_mm=stick.supply.length / 10,
        to_hand=stick.supply.to_hand,
        price=float(stick.supply.price),
        trim_mm=bench.trim.mm,
        kerf_mm=kerf,
        pieces=pieces,
        offcut_mm=stick.offcut / 10,
        offcut_name=f"off-cut {number}" if stick.offcut >= tenths(bench.keep_from.mm) else None,
    )


def _settings(section: SectionCutting, first: int) -> list[StopBlock]:
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


def stick_lines(sections: Sequence[SectionCutting], seen: Seen, book: Catalogue) -> list[Buy]:
    """The timber of the buying list: sticks by section and length; off-cuts to hand are not bought."""
    lines = []
    for section in sections:
        timber = book.find_cuttable(section.stock)
        supply = Counter(s.supply for s in section.sticks if not s.supply.to_hand)
        for bought, count in sorted(supply.items(), key=lambda row: -row[0].length):
            cost = bought.price * count
            length = seen.show.length(bought.length / 10)
            lines.append(
                Buy(
                    item=section.stock,
                    name=timber.name if timber else section.stock,
                    stage="bench",
                    count=count,
                    unit="sheet" if book.find_sheet(section.stock) else "stick",
                    length_mm=bought.length / 10,
                    each=float(bought.price),
                    cost=float(cost),
                    working={
                        "cost": Worked(
                            amount=float(cost),
                            unit=book.currency,
                            working=(
                                f"{count} × {length} at {seen.show.money(bought.price)} ="
                                f" {seen.show.money(cost)}"
                            ),
                            assumptions=["the yard's list price, or the one you typed"],
                            source="the yard's price list (invented)",
                        )
                    },
                )
            )
    return lines
