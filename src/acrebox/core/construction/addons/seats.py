"""Benches outside on chosen sides: seat boards on two rails, carried by 45° brackets."""

from dataclasses import dataclass, replace
from itertools import pairwise
from math import sqrt

from acrebox.core.assembly import Assembly, Joint, Part, of_role, stick
from acrebox.core.construction.addons.registry import refuse_clash
from acrebox.core.construction.joining import contact_height, lapped, touching_pairs
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.sides import outer_side
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import even_joints
from acrebox.core.design import Design, MeasuredStick, Seats
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box, EndCut
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP, Point
from acrebox.core.stock import Catalogue


@dataclass(frozen=True, kw_only=True)
class _Seat:
    seats: Seats
    board: ChosenTimber
    rail: ChosenTimber
    boards: int
    longest: tuple[float, float]

    @property
    def depth(self) -> float:
        """From the wall to the front edge of the seat [mm]."""
        return self.boards * self.board.width + (self.boards - 1) * size("seat_gap")

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
    show = Printer(design.system, book.currency_sign)
    board = choose_timber(book, seats.board, MeasuredStick(), "add_ons.seats.board")
    rail = choose_timber(book, seats.rail, MeasuredStick(), "add_ons.seats.rail")
    if not size("seat_depth_least") <= seats.depth.mm <= size("seat_depth_most"):
        raise refuse(
            "add_ons.seats.depth",
            seats.depth.text,
            "Nobody sits on a bench that deep.",
            f"{show.length(size('seat_depth_least'))} to {show.length(size('seat_depth_most'))}",
        )
    longest = (longest_stick(design, board.timber, book), longest_stick(design, rail.timber, book))
    bench = _Seat(
        seats=seats,
        board=board,
        rail=rail,
        boards=max(1, round((seats.depth.mm + size("seat_gap")) / (board.width + size("seat_gap")))),
        longest=longest,
    )
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
    parts = [
        part
        for n, name in enumerate(seats.sides)
        for part in _bench_parts(bed, bench, outer_side(bed, name, f"add_ons.seats.sides.{n}"))
    ]
    refuse_clash("add_ons.seats.sides", parts, bed)
    joints = _joints(bed, parts)
    return bed.adding(parts, joints, [board.used, rail.used])


def _bench_parts(bed: Assembly, bench: _Seat, side: Side) -> list[Part]:
    """Boards and rails, joined over brackets where a side is longer than its sticks, and the brackets.

    Where posts stand outside the wall, the bench stands before them and each has its bracket.
    """
    out: Point = (-side.inward[0], -side.inward[1], 0.0)
    board, rail = bench.board, bench.rail
    marks = even_marks([size("bracket_inset"), side.length - size("bracket_inset")], size("bracket_every"))
    before = bed.posts_before(side)
    off = max((-side.depth(p.body)[0] for p in before), default=0.0)
    if before:
        marks = sorted(sum(side.reach(p.body)) / 2 for p in before)
    try:
        over_boards, over_rails = (
            even_joints(0.0, side.length, longest, marks[1:-1]) for longest in bench.longest
        )
    except ValueError:
        raise refuse(
            "add_ons.seats.board",
            bench.seats.board,
            f"The bench of {side.name} cannot be joined over its brackets.",
            "a board sold in longer lengths",
        ) from None
    parts = []
    for n in range(bench.boards):
        start = side.place(0.0, -off - n * (board.width + size("seat_gap")), bench.under)
        laid = Box(start, side.along, out, UP, side.length, board.width, board.thickness)
        parts += _cut(laid, over_boards, f"{side.name} seat {n + 1}", "seat board", board, side)
    for name, v in (("wall rail", -off), ("front rail", -off - bench.reach)):
        start = side.place(0.0, v, bench.under - rail.width)
        laid = Box(start, side.along, UP, out, side.length, rail.width, rail.thickness)
        parts += _cut(laid, over_rails, f"{side.name} {name}", "seat rail", rail, side)
    half, key = rail.thickness / 2, rail.timber.key
    for n, mark in enumerate(marks, start=1):
        box = _bracket(bench, side, out, mark - half, off)
        parts.append(stick(f"{side.name} bracket {n}", "seat bracket", key, box, side=side.name))
    return parts


def _cut(
    whole: Box, joints: tuple[float, ...], name: str, role: str, stock: ChosenTimber, side: Side
) -> list[Part]:
    """A long piece divided at its joints."""
    ends = [0.0, *joints, whole.length]
    x, y, z = whole.origin
    parts = []
    for n, (a, b) in enumerate(pairwise(ends), start=1):
        box = replace(whole, origin=(x + whole.along[0] * a, y + whole.along[1] * a, z), length=b - a)
        title = name if len(ends) == 2 else f"{name}.{n}"
        parts.append(stick(title, role, stock.timber.key, box, side=side.name))
    return parts


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


def _joints(bed: Assembly, parts: list[Part]) -> list[Joint]:
    """Seat boards to rails, brackets to rails and wall, rails to the wall."""
    seats, rails, brackets = (of_role(parts, name) for name in ("seat board", "seat rail", "seat bracket"))
    found = [
        lapped("seat to rail", seat, r, into=r.solid.width, run=r.solid.length)
        for seat, r in touching_pairs(seats, rails)
    ]
    found += [
        lapped("bracket", r, b, into=b.solid.length / 2, run=b.solid.width)
        for b, r in touching_pairs(brackets, rails)
    ]
    found += [
        lapped("bracket to wall", b, w, run=b.solid.width) for b, w in touching_pairs(brackets, bed.parts)
    ]
    found += [
        lapped("rail to wall", r, w, run=max(contact_height(r, w), r.solid.length))
        for r, w in touching_pairs(rails, bed.parts)
    ]
    return found
