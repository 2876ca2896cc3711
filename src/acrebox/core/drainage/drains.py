"""How a bed drains: its kind, its holes or its loop, what they carry and what the rain brings."""

from dataclasses import dataclass
from math import ceil, pi

from acrebox.core.assembly import Assembly
from acrebox.core.design import Design, DrainKind, Pattern
from acrebox.core.drainage.floor import Floor, floor_of, sheet_floor
from acrebox.core.drainage.flow import orifice, rain_on
from acrebox.core.drainage.limits import drain_limit
from acrebox.core.drainage.loop import CutPipe, Loop, joined, loop_on, size_for
from acrebox.core.drainage.pattern import by_distance, laid_out, most_that_fit
from acrebox.core.errors import refuse
from acrebox.core.measure.convert import MM3_PER_LITRE
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.vector import Point2

ROUND_SHARE = 0.95


@dataclass(frozen=True, kw_only=True)
class Drains:
    """How water leaves: the middles of its holes [mm] and how wide they are, what one and all of them carry,
    what the design rain brings [L/min]; its loop of pipe; how much stone lies on the floor [mm³]
    and how deep [mm]; how many `tanks` are on it, and the pipe from one to the next.
    """

    kind: DrainKind
    floor: Floor | None
    holes: tuple[Point2, ...] = ()
    diameter: float = 0.0
    pattern: Pattern | None = None
    each: float = 0.0
    carries: float = 0.0
    wanted: float = 0.0
    trays: int = 0
    tray_minutes: float = 0.0
    screens: int = 0
    screen: float = 0.0
    loop: Loop | None = None
    stone: float = 0.0
    stone_deep: float = 0.0
    tanks: int = 1
    outside: tuple[CutPipe, ...] = ()
    outside_fittings: tuple[tuple[str, int], ...] = ()

    @property
    def pipes(self) -> tuple[CutPipe, ...]:
        """All pipe: of the loop, and from tank to tank."""
        return (*(self.loop.pieces if self.loop else ()), *self.outside)

    @property
    def fittings(self) -> tuple[tuple[str, int], ...]:
        """All fittings, those alike together."""
        found: dict[str, int] = {}
        for name, count in (*(self.loop.fittings if self.loop else ()), *self.outside_fittings):
            found[name] = found.get(name, 0) + count
        return tuple(found.items())


def drains_of(design: Design, bed: Assembly, show: Printer) -> Drains:
    """How a bed drains. Raises DesignError naming what cannot be: holes where there is no floor, more holes
    than fit, a pipe that its plug does not take.
    """
    choice, built = design.drainage, design.construction
    sheeted = design.lining.floor == "pond"
    kept = design.reservoir is not None
    kind = choice.kind or ("sealed" if sheeted or kept else built.drains)
    floored = built.floored or sheeted
    if kept and kind != "sealed":
        says = "It holds a reservoir: water leaves by its overflow alone."
        raise refuse("drainage.kind", kind, says, "sealed, or nothing said; or no reservoir")
    laid = built.floored and not built.closed and not sheeted
    if laid and not kept and kind in ("plumbed", "sealed"):
        says = "A floor of boards or sheet holds no water."
        raise refuse("drainage.kind", kind, says, "open, holes, few_sleeved; or pond sheet on it")
    if kind == "open" and (sheeted or built.drains != "open"):
        says = "It has a floor: water does not leave through it."
        raise refuse("drainage.kind", "open", says, "holes, few_sleeved, plumbed, sealed")
    if sheeted and kind in ("holes", "few_sleeved"):
        says = "Its floor is of pond sheet, which holds no water once it is drilled through."
        raise refuse("drainage.kind", kind, says, "plumbed, sealed; or fabric on the floor")
    # A reservoir without a floor is refused where it is asked for.
    if not floored and kind != "open" and not kept:
        says = "It has no floor to drill or to plumb: it is open to what it stands on."
        raise refuse("drainage.kind", kind, says, "open, or nothing said")
    wanted = rain_on(bed.soil_face.area, choice.rain_mm_h.mm_h)
    floor = floor_of(bed) if built.floored else sheet_floor(bed, show.built) if sheeted else None
    if floor is None or kind in ("open", "sealed"):
        return Drains(kind=kind, floor=floor, wanted=wanted)
    if kind == "plumbed":
        return _plumbed(design, bed, floor, wanted, show)
    return _drilled(design, floor, kind, wanted, show)


def _plumbed(design: Design, bed: Assembly, floor: Floor, wanted: float, show: Printer) -> Drains:
    choice, own = design.drainage, design.construction.drain_pipe
    asked = choice.pipe or own
    field = "drainage.pipe" if choice.pipe or not own else "construction.pipe"
    size = size_for(bed.plug, asked.mm if asked else None, field, show)
    loop = loop_on(floor, size, show)
    own_length = bed.size("outside")[0] + drain_limit("tanks_apart", show.built)
    apart = choice.apart.mm if choice.apart else own_length
    pieces, fittings = joined(size, choice.tanks, apart, show)
    deep = max(choice.stone.mm, size.outside.mm)
    cavity = bed.cavity
    filled = cavity.litres_to(cavity.base + deep) * MM3_PER_LITRE - loop.length * pi / 4 * size.outside.mm**2
    return Drains(
        kind="plumbed",
        floor=floor,
        diameter=size.outside.mm,
        each=(each := orifice(size.outside.mm, choice.head.mm, choice.coefficient)),
        carries=each,
        wanted=wanted * choice.tanks,
        loop=loop,
        tanks=choice.tanks,
        outside=pieces,
        outside_fittings=fittings,
        stone=filled,
        stone_deep=deep,
    )


def _drilled(design: Design, floor: Floor, kind: DrainKind, wanted: float, show: Printer) -> Drains:
    choice = design.drainage
    wide = choice.diameter.mm
    round_floor = floor.outline.area < ROUND_SHARE * floor.outline.envelope.area
    usual: Pattern = "few" if kind == "few_sleeved" else "ring_and_centre" if round_floor else "staggered"
    pattern = choice.pattern or usual
    each = orifice(wide, choice.head.mm, choice.coefficient)
    room = floor.open_to(
        drain_limit("edge", show.built) + wide / 2, drain_limit("clear", show.built) + wide / 2
    )
    apart = drain_limit("apart_times") * wide
    if room.is_empty or room.area <= 0:
        says = "A hole that wide lies nowhere clear of the wall and of what bears the floor."
        raise refuse("drainage.diameter", choice.diameter.text, says, "a narrower bit")
    count = choice.count
    if count is None:
        by_rain = ceil(wanted / each - 1e-9)
        spread = int(drain_limit("few")) if pattern == "few" else by_distance(room, choice.spacing.mm)
        count = max(by_rain, spread)
    holes = laid_out(room, count, pattern, apart)
    if holes is None and choice.count is None:
        count = most_that_fit(room, pattern, apart, count)
        holes = laid_out(room, count, pattern, apart) if count else None
    if holes is None:
        most = most_that_fit(room, pattern, apart, count)
        says = f"So many do not fit, {show.length(apart)} from each other and clear of what bears the floor."
        raise refuse("drainage.count", str(count), says, f"at most {most}")
    under = kind == "few_sleeved" if choice.trays is None else choice.trays
    trays = len(holes) if under else 0
    return Drains(
        kind=kind,
        floor=floor,
        holes=holes,
        diameter=wide,
        pattern=pattern,
        each=each,
        carries=each * len(holes),
        wanted=wanted,
        trays=trays,
        tray_minutes=choice.tray_holds.litres * trays / wanted if trays and wanted else 0.0,
        screens=len(holes),
        screen=wide + 2 * drain_limit("screen_round", show.built),
    )
