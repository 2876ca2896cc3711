"""Benches outside on chosen sides: seat boards on two rails, carried by 45° brackets."""

from dataclasses import dataclass, replace
from itertools import pairwise
from math import sqrt

from acrebox.core.assembly import Assembly, Joint, Part, Role
from acrebox.core.construction.addons.registry import refuse_clash
from acrebox.core.construction.joining import contact_height, touching
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.sides import outer_side
from acrebox.core.construction.walls import UP, even_joints
from acrebox.core.design import Design, Seats, Section
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Side
from acrebox.core.shape.solid import EndCut, Point, Solid
from acrebox.core.stock import Catalogue

GAP_MM = 6.0
BRACKET_EVERY_MM = 900.0
BRACKET_INSET_MM = 60.0


@dataclass(frozen=True)
class _Bench:
    seats: Seats
    board: ChosenTimber
    rail: ChosenTimber
    boards: int
    longest: tuple[float, float]

    @property
    def depth(self) -> float:
        """From the wall to the front edge of the seat [mm]."""
        return self.boards * self.board.width + (self.boards - 1) * GAP_MM

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
    board = choose_timber(book, seats.board, Section(), "add_ons.seats.board")
    rail = choose_timber(book, seats.rail, Section(), "add_ons.seats.rail")
    if not 100.0 <= seats.depth.mm <= 600.0:
        raise refuse(
            "add_ons.seats.depth",
            seats.depth.text,
            "Nobody sits on a bench that deep.",
            f"{show.length(100)} to {show.length(600)}",
        )
    longest = (longest_stick(design, board.timber, book), longest_stick(design, rail.timber, book))
    bench = _Bench(
        seats, board, rail, max(1, round((seats.depth.mm + GAP_MM) / (board.width + GAP_MM))), longest
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
        for part in _bench_parts(bench, outer_side(bed, name, f"add_ons.seats.sides.{n}"))
    ]
    refuse_clash("add_ons.seats.sides", parts, bed)
    joints = _joints(bed, parts)
    return replace(
        bed,
        parts=(*bed.parts, *parts),
        joints=(*bed.joints, *joints),
        timbers=(*bed.timbers, board.used, rail.used),
    )


def _bench_parts(bench: _Bench, side: Side) -> list[Part]:
    """Boards and rails, joined over brackets where a side is longer than its sticks, and the brackets."""
    out: Point = (-side.inward[0], -side.inward[1], 0.0)
    board, rail = bench.board, bench.rail
    marks = even_marks([BRACKET_INSET_MM, side.length - BRACKET_INSET_MM], BRACKET_EVERY_MM)
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
        laid = Solid(
            side.place(0.0, -n * (board.width + GAP_MM), bench.under),
            side.along,
            out,
            UP,
            side.length,
            board.width,
            board.thickness,
        )
        parts += _cut(laid, over_boards, f"{side.name} seat {n + 1}", Role.SEAT, board, side)
    for name, v in (("wall rail", 0.0), ("front rail", -bench.reach)):
        laid = Solid(
            side.place(0.0, v, bench.under - rail.width),
            side.along,
            UP,
            out,
            side.length,
            rail.width,
            rail.thickness,
        )
        parts += _cut(laid, over_rails, f"{side.name} {name}", Role.SEAT_RAIL, rail, side)
    half = rail.thickness / 2
    parts += [
        Part(
            f"{side.name} bracket {n}",
            Role.BRACKET,
            rail.timber.key,
            _bracket(bench, side, out, m - half),
            side.name,
        )
        for n, m in enumerate(marks, start=1)
    ]
    return parts


def _cut(
    whole: Solid, joints: tuple[float, ...], name: str, role: Role, stock: ChosenTimber, side: Side
) -> list[Part]:
    """A long piece divided at its joints."""
    ends = [0.0, *joints, whole.length]
    x, y, z = whole.origin
    parts = []
    for n, (a, b) in enumerate(pairwise(ends), start=1):
        solid = replace(whole, origin=(x + whole.along[0] * a, y + whole.along[1] * a, z), length=b - a)
        parts.append(
            Part(name if len(ends) == 2 else f"{name}.{n}", role, stock.timber.key, solid, side.name)
        )
    return parts


def _bracket(bench: _Bench, side: Side, out: Point, at: float) -> Solid:
    """A stick at 45° from the wall up to the front rail, both ends cut plumb."""
    c = sqrt(0.5)
    return Solid(
        origin=side.place(at, 0.0, bench.foot),
        along=(out[0] * c, out[1] * c, c),
        face=(-out[0] * c, -out[1] * c, c),
        through=side.along,
        length=bench.reach / c,
        width=bench.rail.width,
        thickness=bench.rail.thickness,
        ends=(EndCut(bevel=45.0), EndCut(bevel=-45.0)),
    )


def _joints(bed: Assembly, parts: list[Part]) -> list[Joint]:
    found = []
    rails = [p for p in parts if p.role is Role.SEAT_RAIL]
    for part in parts:
        if part.role is Role.SEAT:
            found += [
                Joint(
                    "seat to rail", (part.name, r.name), part.solid.thickness, r.solid.width, r.solid.length
                )
                for r in rails
                if touching(part, r)
            ]
        elif part.role is Role.BRACKET:
            found += [
                Joint(
                    "bracket", (r.name, part.name), r.solid.thickness, part.solid.length / 2, part.solid.width
                )
                for r in rails
                if touching(part, r)
            ]
            found += [
                Joint(
                    "bracket to wall",
                    (part.name, w.name),
                    part.solid.thickness,
                    w.solid.thickness,
                    part.solid.width,
                )
                for w in bed.parts
                if touching(part, w)
            ]
        else:
            found += [
                Joint(
                    "rail to wall",
                    (part.name, w.name),
                    part.solid.thickness,
                    w.solid.thickness,
                    max(contact_height(part, w), part.solid.length),
                )
                for w in bed.parts
                if touching(part, w)
            ]
    return found
