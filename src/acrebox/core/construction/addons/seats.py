"""Benches outside on chosen sides: seat boards on bearers across, the bearers on a rail at the wall and one
in front, that one on legs.
"""

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
from acrebox.core.construction.addons.own_seats import add_own_seats
from acrebox.core.construction.addons.registry import refuse_clash
from acrebox.core.construction.addons.seat_joints import bench_joints, hung_by, joints_at_wall, legs_of
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.sides import outer_side
from acrebox.core.construction.sizes import printed, seat_span, size
from acrebox.core.design import Design, MeasuredStick, Seats
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP, Point
from acrebox.core.stock import Catalogue


@dataclass(frozen=True, kw_only=True)
class _Seat:
    seats: Seats
    gap: float
    built: System
    board: ChosenTimber
    rail: ChosenTimber
    boards: int
    longest: tuple[float, float]
    spare: float
    pad: float
    back: float = 0.0

    @property
    def depth(self) -> float:
        """From the wall to the front edge of the seat [mm]."""
        return self.back + self.boards * self.board.width + (self.boards - 1) * self.gap

    @property
    def under(self) -> float:
        """Height of the underside of the boards, the top of the bearers [mm]."""
        return self.seats.height.mm - self.board.thickness

    @property
    def rails_top(self) -> float:
        """Height of the top of the rails and the legs [mm]: the bearers lie on them."""
        return self.under - self.rail.width

    @property
    def out(self) -> float:
        """From the wall to the front face of the front rail, the end of the bearers [mm]."""
        return self.depth - self.seats.overhang.mm

    @property
    def reach(self) -> float:
        """From the wall to the inner face of the front rail [mm]."""
        return self.out - self.rail.thickness


def add_seats(bed: Assembly, seats: Seats, design: Design, book: Catalogue) -> Assembly:
    """Put benches before the sides asked for.

    Raises DesignError when a bench is higher than its wall, too low for its rails or stands in something.
    """
    show = book.printer(design.system)
    if seats.made_of == "sleepers":
        return add_own_seats(bed, seats, design, book, show)
    bench = _bench(seats, design, book, show)
    _check(bench, bed, show)
    parts: list[Part] = []
    joints: list[Joint] = []
    loads: list[SeatLoad] = []
    for n, name in enumerate(seats.sides):
        side = outer_side(bed, name, f"add_ons.seats.sides.{n}")
        run = run_along(bed, side, seats.board, bench.longest, show.built)
        _check_ends(bench, run, show)
        bench = replace(bench, back=before_the_cap(bed, design, book, run, (bench.under, seats.height.mm)))
        _check_cap(bench, bed, design, run, show)
        own = _bench_parts(bed, bench, side, run)
        at_wall = joints_at_wall(bed, own)
        if not at_wall:
            raise refuse(
                "add_ons.seats.height",
                seats.height.text,
                f"At that height nothing of {name} is there that the bench's rail can be screwed to.",
                "another height, or another side",
            )
        hung = hung_by(at_wall)
        if not hung:
            own += _back_legs(bench, side, run, show)
        refuse_clash("add_ons.seats.sides", own, bed, parts)
        within = bench_joints(bed, own)
        parts += own
        joints += [*within, *at_wall]
        loads.append(_load(bench, run, name, bed.wall_thickness, at_legs=legs_of(within), at_wall=hung))
    under = pads(of_role(parts, "seat leg"), bench.pad, book, show)
    made = bed.adding(parts, joints, [bench.board.used, bench.rail.used], goods=under, loads=loads)
    return replace(made, notes={**made.notes, **PAVED}) if under else made


def _bench(seats: Seats, design: Design, book: Catalogue, show: Printer) -> _Seat:
    board = choose_timber(book, seats.board, MeasuredStick(), "add_ons.seats.board")
    rail = choose_timber(book, seats.rail, MeasuredStick(), "add_ons.seats.rail")
    if not size("seat_depth_least", show.built) <= seats.depth.mm <= size("seat_depth_most", show.built):
        raise refuse(
            "add_ons.seats.depth",
            seats.depth.text,
            "Nobody sits on a bench that deep.",
            f"{printed('seat_depth_least', show)} to {printed('seat_depth_most', show)}",
        )
    gap = size("seat_gap", show.built)
    return _Seat(
        seats=seats,
        gap=gap,
        built=show.built,
        board=board,
        rail=rail,
        boards=max(1, round((seats.depth.mm + gap) / (board.width + gap))),
        longest=(longest_stick(design, board.timber, book), longest_stick(design, rail.timber, book)),
        spare=fall_of(design),
        pad=pad_of(design, show.built),
    )


def _check(bench: _Seat, bed: Assembly, show: Printer) -> None:
    seats, board, rail = bench.seats, bench.board, bench.rail
    over = rail.width + board.thickness
    if bench.rails_top > bed.wall_top + 1e-6:
        raise refuse(
            "add_ons.seats.height",
            seats.height.text,
            "The seat's rail would stand over the wall.",
            f"at most {show.length(bed.wall_top + over)}",
        )
    if bench.reach < 2 * rail.thickness:
        raise refuse(
            "add_ons.seats.depth",
            seats.depth.text,
            "The bench is too narrow for its rails and its legs.",
            f"boards of at least {show.length(3 * rail.thickness + seats.overhang.mm)} together",
        )
    if bench.rails_top < rail.width - 1e-6:
        raise refuse(
            "add_ons.seats.height",
            seats.height.text,
            "The rails would lie below the ground.",
            f"at least {show.length(rail.width + over)}",
        )


def _check_cap(bench: _Seat, bed: Assembly, design: Design, run: BenchRun, show: Printer) -> None:
    """Bearers lie against the wall: a cap that overhangs there stays above them.

    Raises DesignError naming the height.
    """
    cap = design.add_ons.cap
    if cap is not None and cap.overhang.mm > run.off and bench.under > bed.top + 1e-6:
        raise refuse(
            "add_ons.seats.height",
            bench.seats.height.text,
            "The cap's overhang would be in the way of the bench's bearers.",
            f"at most {show.length(bed.top + bench.board.thickness)}, or a cap with no overhang",
        )


def _check_ends(bench: _Seat, run: BenchRun, show: Printer) -> None:
    """What is joined over a bearer, a rail or a leg has enough of it to lie on.

    Raises DesignError naming the rail.
    """
    least = size("end_bearing")
    if run.boards and bench.rail.thickness < least - 1e-6:
        raise refuse(
            "add_ons.seats.rail",
            bench.seats.rail,
            f"Boards that are joined would end on {show.length(bench.rail.thickness)} of a bearer.",
            f"rails at least {show.length(least)} thick, or boards that reach along the whole bench",
        )


def _bench_parts(bed: Assembly, bench: _Seat, side: Side, run: BenchRun) -> list[Part]:
    """Legs, both rails, bearers and boards, joined over legs where a side is longer than its sticks. Where
    posts stand outside, packers as thick as they are fill the gap behind the rail between them.
    """
    out: Point = (-side.inward[0], -side.inward[1], 0.0)
    board, rail, off, name = bench.board, bench.rail, run.off, side.name
    length, key = run.high - run.low, rail.timber.key
    parts = []
    for n in range(bench.boards):
        start = side.place(run.low, -off - bench.back - n * (board.width + bench.gap), bench.under)
        laid = Box(start, side.along, out, UP, length, board.width, board.thickness)
        parts += cut_at(laid, run, run.boards, f"{name} seat {n + 1}", "seat board", board, side)
    for which, v in (("wall rail", -off), ("front rail", -off - bench.reach)):
        start = side.place(run.low, v, bench.rails_top - rail.width)
        laid = Box(start, side.along, UP, out, length, rail.width, rail.thickness)
        parts += cut_at(laid, run, run.rails, f"{name} {which}", "seat rail", rail, side)
    across = doubled(run.every(seat_span(board.thickness, bench.built)), run.boards, rail.thickness)
    for n, mark in enumerate(across, start=1):
        start = side.place(mark - rail.thickness / 2, -off, bench.rails_top)
        box = Box(start, out, UP, side.along, bench.out, rail.width, rail.thickness)
        parts.append(stick(f"{name} bearer {n}", "seat bearer", key, box, side=name))
    narrow = rail.width < 2 * size("end_bearing") - 1e-6
    stands = doubled(run.legs, run.rails, rail.width) if narrow else run.legs
    for n, mark in enumerate(stands, start=1):
        start = side.place(mark - rail.width / 2, -off - bench.reach + rail.thickness, 0.0)
        box = Box(start, UP, side.along, out, bench.rails_top, rail.width, rail.thickness)
        parts.append(stick(f"{name} leg {n}", "seat leg", key, box, side=name, allowance=bench.spare))
    return [*parts, *_packers(bed, bench, side, run)]


def _packers(bed: Assembly, bench: _Seat, side: Side, run: BenchRun) -> list[Part]:
    """What fills the gap between the wall and the rail at legs that have no post: short lengths of the posts'
    timber.
    """
    before = bed.posts_before(side)
    reaches = [side.reach(p.body) for p in before]
    bare = [m for m in run.legs if not any(a - 0.01 <= m <= b + 0.01 for a, b in reaches)]
    if not before or not bare:
        return []
    like = next((p for p in before if p.stock), None)
    if like is None:
        raise refuse(
            "add_ons.seats.sides",
            side.name,
            "Between the posts that stand there already nothing is there to screw the bench's rail to.",
            "another side, or posts of the bed's own outside",
        )
    wide, made = like.solid.width, []
    low = max(0.0, bench.rails_top - max(bench.rail.width, size("packer_least", bench.built)))
    for n, mark in enumerate(bare, start=1):
        start = side.place(mark - wide / 2, -run.off, low)
        box = Box(start, UP, side.along, side.inward, bench.rails_top - low, wide, run.off)
        made.append(stick(f"{side.name} packer {n}", "seat packer", like.stock, box, side=side.name))
    return made


def _back_legs(bench: _Seat, side: Side, run: BenchRun, show: Printer) -> list[Part]:
    """Legs for the rail at a wall that is too thin to carry it.

    Raises DesignError when there is no room for two rows of legs.
    """
    out: Point = (-side.inward[0], -side.inward[1], 0.0)
    rail = bench.rail
    if bench.reach < 3 * rail.thickness:
        least = 4 * rail.thickness + bench.seats.overhang.mm
        raise refuse(
            "add_ons.seats.depth",
            bench.seats.depth.text,
            f"{side.name.capitalize()} is too thin to carry a bench, and two rows of legs have no room.",
            f"boards of at least {show.length(least)} together",
        )
    made = []
    for n, mark in enumerate(run.legs, start=1):
        start = side.place(mark - rail.width / 2, -run.off - rail.thickness, 0.0)
        box = Box(start, UP, side.along, out, bench.rails_top, rail.width, rail.thickness)
        key, name = rail.timber.key, f"{side.name} back leg {n}"
        made.append(stick(name, "seat leg", key, box, side=side.name, allowance=bench.spare))
    return made


def _load(
    bench: _Seat,
    run: BenchRun,
    side: str,
    wall: float,
    *,
    at_legs: tuple[Joint, ...],
    at_wall: tuple[Joint, ...],
) -> SeatLoad:
    """What of a bench before a side is to hold who sits there, fixed by these joints."""
    board, rail = bench.board, bench.rail
    ends = max(run.legs[0] - run.low, run.high - run.legs[-1])
    across = run.every(seat_span(board.thickness, bench.built))
    apart, bay = (max([ends, *(b - a for a, b in pairwise(at))]) for at in (across, run.legs))
    return SeatLoad(
        side=side,
        what="bench",
        board=Carrier(stock=board.timber.key, span=apart, breadth=board.width, depth=board.thickness),
        bearer=Carrier(
            stock=rail.timber.key,
            span=bench.reach,
            breadth=rail.thickness,
            depth=rail.width,
            over=bench.depth - bench.reach - rail.thickness / 2,
        ),
        rail=Carrier(stock=rail.timber.key, span=bay, breadth=rail.thickness, depth=rail.width),
        leg=Carrier(
            stock=rail.timber.key,
            span=bench.rails_top + bench.spare,
            breadth=rail.width,
            depth=rail.thickness,
        ),
        at_legs=at_legs,
        at_wall=at_wall,
        length=run.high - run.low,
        pad=bench.pad,
        wall=wall,
    )
