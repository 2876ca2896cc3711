"""Benches of the bed's own timbers, laid flat on triangles sawn from them, between the corner blocks."""

from dataclasses import dataclass, replace

from acrebox.core.assembly import Assembly, Joint, Part, of_role, stick
from acrebox.core.construction.addons.bench_run import cut_at, run_along
from acrebox.core.construction.addons.registry import refuse_clash
from acrebox.core.construction.joining import lapped, touching_pairs
from acrebox.core.construction.sections import ChosenTimber, longest_stick
from acrebox.core.construction.sides import outer_side
from acrebox.core.construction.sizes import printed, size
from acrebox.core.design import Design, Seats
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Box, EndCut
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP, Point
from acrebox.core.stock import Catalogue

DOWN: Point = (0.0, 0.0, -1.0)


@dataclass(frozen=True, kw_only=True)
class _OwnSeat:
    """A bench of one timber laid flat, its top so `high`, the longest piece of it [mm]."""

    timber: ChosenTimber
    high: float
    longest: float
    nose: float
    built: System

    @property
    def under(self) -> float:
        """Height of its underside, the top of its triangles [mm]."""
        return self.high - self.timber.thick

    @property
    def leg(self) -> float:
        """How far a triangle reaches down the wall [mm]: as far as it reaches out, and the nose in front."""
        return self.timber.wide + self.nose


def add_own_seats(bed: Assembly, seats: Seats, design: Design, book: Catalogue, show: Printer) -> Assembly:
    """Lay the bed's own timber along the sides asked for.

    Raises DesignError when the walls are of no timber that carries, a bench is higher than its wall or too
    low for its triangles, or stands in something.
    """
    bench = _bench(bed, seats, design, book, show)
    if bench.under > bed.wall_top + 1e-6 or bench.under < bench.leg:
        raise refuse(
            "add_ons.seats.height",
            seats.height.text,
            f"A triangle {show.length(bench.leg)} tall does not fit against the wall under that seat.",
            " to ".join(show.length(under + bench.timber.thick) for under in (bench.leg, bed.wall_top)),
        )
    made = [
        part
        for n, name in enumerate(seats.sides)
        for part in _parts(bed, bench, outer_side(bed, name, f"add_ons.seats.sides.{n}"))
    ]
    refuse_clash("add_ons.seats.sides", made, bed)
    seated = bed.adding(made, _joints(bed, made))
    pair = bench.leg + bench.nose + size("usual_kerf", show.built)
    words = (
        f"triangles {show.length(bench.leg)} by {show.length(bench.timber.wide)}, the nose"
        f" {show.length(bench.nose)}; two come nose to tail out of {show.length(pair)}"
    )
    return replace(seated, notes={**seated.notes, "seat brackets": words})


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
        nose=size("triangle_nose", show.built),
        built=show.built,
    )


def _parts(bed: Assembly, bench: _OwnSeat, side: Side) -> list[Part]:
    """The seat, joined over its triangles, and the triangles: two where it is joined."""
    out: Point = (-side.inward[0], -side.inward[1], 0.0)
    longest = (bench.longest, bench.longest)
    run = run_along(bed, side, bench.timber.timber.key, longest, bench.timber.thick, bench.built)
    key, role = bench.timber.timber.key, "seat bracket"
    start = side.place(run.low, -run.off, bench.under)
    laid = Box(start, side.along, out, UP, run.high - run.low, bench.timber.wide, bench.timber.thick)
    parts = cut_at(laid, run, run.boards, f"{side.name} seat", "seat board", bench.timber, side)
    for n, mark in enumerate(run.brackets, start=1):
        box = Box(
            origin=side.place(mark - bench.timber.thick / 2, -run.off, bench.under),
            along=DOWN,
            face=out,
            through=side.along,
            length=bench.leg,
            width=bench.timber.wide,
            thickness=bench.timber.thick,
            ends=(EndCut(), EndCut(mitre=45.0)),
        )
        parts.append(stick(f"{side.name} triangle {n}", role, key, box, side=side.name))
    return parts


def _joints(bed: Assembly, parts: list[Part]) -> list[Joint]:
    """The seat down into its triangles, the wall or the post through into them."""
    seats, brackets = of_role(parts, "seat board"), of_role(parts, "seat bracket")
    found = [
        lapped(
            "seat to bracket", seat, b, into=size("triangle_nose") + seat.solid.width / 2, run=b.solid.width
        )
        for seat, b in touching_pairs(seats, brackets)
    ]
    found += [
        lapped("wall to bracket", behind, b, into=b.solid.width / 2)
        for b, behind in touching_pairs(brackets, bed.parts)
    ]
    return found
