"""Benches of the bed's own timbers, laid flat on lengths of them that stand on end."""

from dataclasses import dataclass, replace
from itertools import pairwise

from acrebox.core.assembly import Assembly, Carrier, Joint, Part, SeatLoad, of_role, stick
from acrebox.core.construction.addons.bench_run import (
    PAVED,
    BenchRun,
    before_the_cap,
    cut_at,
    doubled,
    fall_of,
    pad_of,
    pads,
    run_along,
)
from acrebox.core.construction.addons.registry import refuse_clash
from acrebox.core.construction.joining import lapped, touching_pairs
from acrebox.core.construction.sections import ChosenTimber, longest_stick
from acrebox.core.construction.sides import outer_side
from acrebox.core.construction.sizes import printed, size
from acrebox.core.design import Design, Seats
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP, Point
from acrebox.core.stock import Catalogue


@dataclass(frozen=True, kw_only=True)
class _OwnSeat:
    """A bench of one timber laid flat, its top so `high`, the longest piece of it, and what its legs are left
    longer [mm].
    """

    timber: ChosenTimber
    high: float
    longest: float
    spare: float
    pad: float
    built: System

    @property
    def under(self) -> float:
        """Height of its underside, the top of its legs [mm]."""
        return self.high - self.timber.thick


def add_own_seats(bed: Assembly, seats: Seats, design: Design, book: Catalogue, show: Printer) -> Assembly:
    """Lay the bed's own timber along the sides asked for.

    Raises DesignError when the walls are of no timber that carries, a bench is higher than its wall, or
    stands in something.
    """
    bench = _bench(bed, seats, design, book, show)
    least = size("packer_least", show.built)
    if bench.under > bed.wall_top + 1e-6 or bench.under < least:
        raise refuse(
            "add_ons.seats.height",
            seats.height.text,
            "Its legs would stand over the wall that they are screwed to, or be too short to be screwed.",
            " to ".join(show.length(under + bench.timber.thick) for under in (least, bed.wall_top)),
        )
    made: list[Part] = []
    loads = []
    for n, name in enumerate(seats.sides):
        side = outer_side(bed, name, f"add_ons.seats.sides.{n}")
        key, longest = bench.timber.timber.key, (bench.longest, bench.longest)
        run = run_along(bed, side, key, longest, bench.built)
        back = before_the_cap(bed, design, book, run, (bench.under, bench.high))
        if back:
            raise refuse(
                "add_ons.seats.height",
                seats.height.text,
                "The cap's overhang would be in the way of the bench.",
                f"at most {show.length(bed.top)}, or a cap with no overhang",
            )
        own = _parts(bench, side, run)
        refuse_clash("add_ons.seats.sides", own, bed, made)
        made += own
        loads.append(_load(bench, run, name))
    legs = of_role(made, "seat leg")
    under = pads(legs, bench.pad, book, show)
    seated = bed.adding(made, _joints(bed, made), goods=under, loads=loads)
    return replace(seated, notes={**seated.notes, **PAVED}) if under else seated


def _bench(bed: Assembly, seats: Seats, design: Design, book: Catalogue, show: Printer) -> _OwnSeat:
    """The timber of the walls as a bench."""
    skin = next((p for p in bed.parts if p.role.skin), None)
    timber = book.find_timber(skin.stock) if skin else None
    if skin is None or timber is None or skin.solid.thickness < size("seat_thinnest") - 1e-6:
        raise refuse(
            "add_ons.seats.made_of",
            seats.made_of,
            "The walls are of nothing that carries a seat.",
            f"walls of timber at least {printed('seat_thinnest', show)} thick, or a bench of boards",
        )
    sizes = sorted((skin.solid.thickness, skin.solid.width))
    used = next((u for u in bed.timbers if u.stock == timber.key), None)
    if used is not None:
        sizes = sorted((used.thickness, used.width))
    chosen = ChosenTimber("add_ons.seats.made_of", timber, sizes[0], sizes[1])
    return _OwnSeat(
        timber=chosen,
        high=seats.height.mm,
        longest=longest_stick(design, timber, book),
        spare=fall_of(design),
        pad=pad_of(design, show.built),
        built=show.built,
    )


def _parts(bench: _OwnSeat, side: Side, run: BenchRun) -> list[Part]:
    """The seat, joined over its legs, and the legs, as wide as it is: two where it is joined."""
    out: Point = (-side.inward[0], -side.inward[1], 0.0)
    timber, key = bench.timber, bench.timber.timber.key
    start = side.place(run.low, -run.off, bench.under)
    laid = Box(start, side.along, out, UP, run.high - run.low, timber.wide, timber.thick)
    parts = cut_at(laid, run, run.boards, f"{side.name} seat", "seat board", timber, side)
    for n, mark in enumerate(doubled(run.legs, run.boards, timber.thick), start=1):
        start = side.place(mark - timber.thick / 2, -run.off, 0.0)
        box = Box(start, UP, out, side.along, bench.under, timber.wide, timber.thick)
        name = f"{side.name} leg {n}"
        parts.append(stick(name, "seat leg", key, box, side=side.name, allowance=bench.spare))
    return parts


def _joints(bed: Assembly, parts: list[Part]) -> list[Joint]:
    """The seat down into its legs, the wall or the post through into the edge of each."""
    seats, legs = of_role(parts, "seat board"), of_role(parts, "seat leg")
    found = [
        lapped("seat to leg", seat, leg, into=leg.solid.length, run=leg.solid.width)
        for seat, leg in touching_pairs(seats, legs)
    ]
    found += [
        lapped("wall to leg", behind, leg, into=leg.solid.width / 2)
        for leg, behind in touching_pairs(legs, bed.parts)
    ]
    return found


def _load(bench: _OwnSeat, run: BenchRun, side: str) -> SeatLoad:
    """What of a bench before a side is to hold who sits there."""
    timber, key = bench.timber, bench.timber.timber.key
    ends = max(run.legs[0] - run.low, run.high - run.legs[-1])
    bay = max([ends, *(b - a for a, b in pairwise(run.legs))])
    return SeatLoad(
        side=side,
        what="bench",
        board=Carrier(stock=key, span=bay, breadth=timber.wide, depth=timber.thick),
        leg=Carrier(stock=key, span=bench.under + bench.spare, breadth=timber.wide, depth=timber.thick),
        length=run.high - run.low,
        pad=bench.pad,
    )
