"""Benches outside on chosen sides: seat boards on two rails, carried by 45° brackets."""

from dataclasses import dataclass
from math import sqrt

from acrebox.core.assembly import Assembly, Joint, Part, of_role, stick
from acrebox.core.construction.addons.bench_run import BenchRun, cut_at, run_along
from acrebox.core.construction.addons.own_seats import add_own_seats
from acrebox.core.construction.addons.registry import refuse_clash
from acrebox.core.construction.joining import contact_height, lapped, lies_against, touching_pairs
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.sides import outer_side
from acrebox.core.construction.sizes import printed, size
from acrebox.core.design import Design, MeasuredStick, Seats
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Box, EndCut
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

    @property
    def depth(self) -> float:
        """From the wall to the front edge of the seat [mm]."""
        return self.boards * self.board.width + (self.boards - 1) * self.gap

    @property
    def under(self) -> float:
        """Height of the underside of the boards [mm]."""
        return self.seats.height.mm - self.board.thickness

    @property
    def reach(self) -> float:
        """From the wall to the inner face of the front rail [mm]: what a bracket spans."""
        return self.depth - self.seats.overhang.mm - self.rail.thickness

    @property
    def foot(self) -> float:
        """Height at which a bracket starts on the wall [mm]."""
        return self.under - self.reach - self.rail.width * sqrt(2)


def add_seats(bed: Assembly, seats: Seats, design: Design, book: Catalogue) -> Assembly:
    """Hang benches on the sides asked for.

    Raises DesignError when a bench is higher than its wall, too low for its brackets or stands in something.
    """
    show = book.printer(design.system)
    if seats.made_of == "sleepers":
        return add_own_seats(bed, seats, design, book, show)
    bench = _bench(seats, design, book, show)
    _check(bench, bed, show)
    parts = [
        part
        for n, name in enumerate(seats.sides)
        for part in _bench_parts(bed, bench, outer_side(bed, name, f"add_ons.seats.sides.{n}"))
    ]
    refuse_clash("add_ons.seats.sides", parts, bed)
    joints = _joints(bed, parts)
    return bed.adding(parts, joints, [bench.board.used, bench.rail.used])


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
    )


def _check(bench: _Seat, bed: Assembly, show: Printer) -> None:
    seats, board, rail = bench.seats, bench.board, bench.rail
    if bench.under > bed.wall_top:
        raise refuse(
            "add_ons.seats.height",
            seats.height.text,
            "The seat's rail would stand over the wall.",
            f"at most {show.length(bed.wall_top + board.thickness)}",
        )
    if bench.reach < rail.width + rail.thickness:
        raise refuse(
            "add_ons.seats.depth",
            seats.depth.text,
            "The bench is too narrow for its brackets.",
            f"at least {show.length(rail.width + 2 * rail.thickness + seats.overhang.mm)}",
        )
    if bench.foot < 0:
        raise refuse(
            "add_ons.seats.height",
            seats.height.text,
            "The brackets would start below the ground.",
            f"at least {show.length(seats.height.mm - bench.foot)}, or a narrower bench",
        )


def _bench_parts(bed: Assembly, bench: _Seat, side: Side) -> list[Part]:
    """Boards and rails, joined over brackets where a side is longer than its sticks, and the brackets.

    Boards that lie between the two rails lie on bearers from rail to rail, beside the brackets; brackets
    between posts that stand outside have a packer behind them, as thick as the posts.
    """
    out: Point = (-side.inward[0], -side.inward[1], 0.0)
    board, rail, run = (
        bench.board,
        bench.rail,
        run_along(bed, side, bench.seats.board, bench.longest, bench.rail.thickness, bench.built),
    )
    length, off = run.high - run.low, run.off
    parts = []
    for n in range(bench.boards):
        start = side.place(run.low, -off - n * (board.width + bench.gap), bench.under)
        laid = Box(start, side.along, out, UP, length, board.width, board.thickness)
        parts += cut_at(laid, run, run.boards, f"{side.name} seat {n + 1}", "seat board", board, side)
    for name, v in (("wall rail", -off), ("front rail", -off - bench.reach)):
        start = side.place(run.low, v, bench.under - rail.width)
        laid = Box(start, side.along, UP, out, length, rail.width, rail.thickness)
        parts += cut_at(laid, run, run.rails, f"{side.name} {name}", "seat rail", rail, side)
    half, key = rail.thickness / 2, rail.timber.key
    for n, mark in enumerate(run.brackets, start=1):
        box = _bracket(bench, side, out, mark - half, off)
        parts.append(stick(f"{side.name} bracket {n}", "seat bracket", key, box, side=side.name))
        if bench.boards > 2:
            beside = run.beside(mark, rail.thickness)
            parts.append(_bearer(bench, side, out, beside, off, f"{side.name} bearer {n}"))
    return [*parts, *_packers(bed, bench, side, run)]


def _bearer(bench: _Seat, side: Side, out: Point, at: float, off: float, name: str) -> Part:
    """A stick on edge from the wall rail to the front rail."""
    rail = bench.rail
    box = Box(
        side.place(at, -off - rail.thickness, bench.under - rail.width),
        out,
        UP,
        side.along,
        bench.reach - rail.thickness,
        rail.width,
        rail.thickness,
    )
    return stick(name, "seat bearer", rail.timber.key, box, side=side.name)


def _packers(bed: Assembly, bench: _Seat, side: Side, run: BenchRun) -> list[Part]:
    """What fills the gap to the wall behind the brackets that have no post: short lengths of the posts'
    timber.
    """
    before = bed.posts_before(side)
    reaches = [side.reach(p.body) for p in before]
    bare = [m for m in run.brackets if not any(a - 0.01 <= m <= b + 0.01 for a, b in reaches)]
    if not before or not bare:
        return []
    like = next((p for p in before if p.stock), None)
    if like is None:
        raise refuse(
            "add_ons.seats.sides",
            side.name,
            "Between the posts that stand there already the bench has nothing behind its brackets.",
            "another side, or posts of the bed's own outside",
        )
    wide, made = like.solid.width, []
    for n, mark in enumerate(bare, start=1):
        start = side.place(mark - wide / 2, -run.off, bench.foot)
        box = Box(start, UP, side.along, side.inward, bench.under - bench.foot, wide, run.off)
        made.append(stick(f"{side.name} packer {n}", "seat packer", like.stock, box, side=side.name))
    return made


def _bracket(bench: _Seat, side: Side, out: Point, at: float, off: float) -> Box:
    """A stick at 45° from the wall, or so far off it [mm], up to the front rail, both ends cut plumb."""
    c = sqrt(0.5)
    return Box(
        origin=side.place(at, -off, bench.foot),
        along=(out[0] * c, out[1] * c, c),
        face=(-out[0] * c, -out[1] * c, c),
        through=side.along,
        length=bench.reach / c,
        width=bench.rail.width,
        thickness=bench.rail.thickness,
        ends=(EndCut(mitre=45.0), EndCut(mitre=-45.0)),
    )


def _shared_run(rail: Part, behind: Part) -> float:
    """Along how much of a rail what is behind it reaches [mm]."""
    axis = rail.solid.along
    (a0, a1), (b0, b1) = rail.solid.reach(axis), behind.body.reach(axis)
    return min(a1, b1) - max(a0, b0)


def _joints(bed: Assembly, parts: list[Part]) -> list[Joint]:
    """Seat boards to rails and bearers, brackets to rails and wall, rails and packers to the wall."""
    seats, rails, bearers, brackets, packers = (
        of_role(parts, f"seat {name}") for name in ("board", "rail", "bearer", "bracket", "packer")
    )
    behind = [*bed.parts, *packers]
    found = [
        lapped("seat to rail", seat, r, into=r.solid.width, run=r.solid.length)
        for seat, r in touching_pairs(seats, [*rails, *bearers])
    ]
    found += [
        lapped("bracket", r, b, into=b.solid.length / 2, run=b.solid.width)
        for b, r in touching_pairs(brackets, rails)
    ]
    found += [
        lapped("bearer to rail", r, bearer, into=bearer.solid.length / 2)
        for bearer, r in touching_pairs(bearers, rails)
    ]
    found += [lapped("bracket to wall", b, w, run=b.solid.width) for b, w in touching_pairs(brackets, behind)]
    found += [
        lapped("rail to wall", r, w, run=_shared_run(r, w))
        for r, w in touching_pairs([r for r in rails if "wall rail" in r.name], behind)
        if lies_against(w, r) and contact_height(r, w) >= size("screw_room")
    ]
    found += [lapped("wall to packer", wall, packer) for packer, wall in touching_pairs(packers, bed.parts)]
    return found
