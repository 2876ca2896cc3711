"""Drain: how water leaves the bed, in holes or through pipe, and in what order that is made."""

from collections.abc import Iterator, Sequence

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.drainage import CutPipe, Drains, Loop, PipeSize, drain_limit
from acrebox.core.measure.convert import litres
from acrebox.core.measure.printing import Printer
from acrebox.core.plan.drain_goods import packers_under
from acrebox.core.plan.drain_rows import DrainHoleRow, DrainRow, FittingRow, PipeRow
from acrebox.core.plan.rows import StepRow
from acrebox.core.shape.vector import Point2
from acrebox.core.worked import COMMON_PRACTICE, Worked

SAYS = {
    "open": "Water leaves through the open bottom.",
    "between boards": "Water leaves between the boards of its floor.",
    "holes": "Water leaves through holes all over the floor.",
    "few_sleeved": "Water leaves through few holes with sleeves, into trays.",
    "plumbed": "Water leaves through a loop of pipe and the plug.",
    "sealed": "Water does not leave: the bed holds it.",
    "kept": "The bed keeps water under its soil; what is too much leaves by the overflow.",
    "through the wall": "Water leaves through a loop of pipe and out through the wall.",
}
DRILLING = {
    "metal": {
        "drill": "Drill from outside inwards, the sheet held down on a block; keep the other hand off it.",
        "bit": "Metal that squeals is hard, or the bit is dull: slower, more weight, oil, a new bit.",
        "deburr": "Deburr both sides of every hole, and paint the bare steel of its edge.",
    },
    "plastic": {
        "drill": "Drill from outside inwards over a block of wood, with little weight: plastic tears.",
        "deburr": "Scrape both sides of every hole smooth, and pick out every shaving.",
    },
    "timber": {
        "drill": "Drill from above until the point shows, then from below: so no edge breaks out.",
        "deburr": "Coat the inside of every hole: end grain drinks.",
    },
}
"""How holes are drilled, by what the floor is of."""
ORIFICE = "Q = C·A·√(2·g·h), a sharp-edged hole (Torricelli)"


def drain_rows(seen: Seen) -> DrainRow:
    """How water leaves, what it takes, and what is done after what."""
    found = seen.drains
    loop = found.loop
    ends = _way(loop) if loop else []
    outline = [] if found.floor is None else list(found.floor.outline.exterior.coords)
    return DrainRow(
        kind=found.kind,
        says=_says(found, seen),
        holes=[DrainHoleRow(x_mm=x, y_mm=y, diameter_mm=found.diameter) for x, y in found.holes],
        pattern=found.pattern,
        carries_l_min=found.carries or None,
        wanted_l_min=found.wanted,
        trays=found.trays,
        tray_full_min=found.tray_minutes or None,
        screens=found.screens,
        screen_mm=found.screen or None,
        stone_l=litres(found.stone),
        pipes=pipe_rows(found.pipes),
        fittings=fitting_rows(found.fittings),
        pipe_mm=loop.size.outside.mm if loop else None,
        sleeve_mm=next(iter(seen.lined.sleeves), None),
        pipe_holes=loop.holes if loop else 0,
        loop=[list(p) for p in ends],
        floor=[[float(x), float(y)] for x, y in outline],
        steps=[StepRow(key=key, words=words) for key, words in _steps(found, seen)],
        working=_workings(found, seen),
    )


def pipe_rows(pieces: Sequence[CutPipe]) -> list[PipeRow]:
    """Pieces of pipe, as published."""
    return [PipeRow(label=p.label, length_mm=p.length, middles_mm=p.middles, count=p.count) for p in pieces]


def fitting_rows(fittings: Sequence[tuple[str, int]]) -> list[FittingRow]:
    """Fittings, as published."""
    return [FittingRow(name=name, count=count) for name, count in fittings]


def _way(loop: Loop) -> list[Point2]:
    """Along the pipe from its first corner round, out through the plug and back on."""
    first, second, third, last = loop.corners
    return [first, second, loop.tee, loop.port, loop.tee, third, last, first]


def _says(found: Drains, seen: Seen) -> str:
    show = seen.show
    if seen.reservoir is not None:
        return SAYS["kept"]
    if found.kind == "open" and found.floor is not None:
        return SAYS["between boards"]
    said = SAYS["through the wall" if found.loop and found.floor and found.floor.through else found.kind]
    if found.holes:
        many = len(found.holes)
        said = f"{many} {'hole' if many == 1 else 'holes'} {show.length(found.diameter)} wide. {said}"
    if found.carries:
        enough = "more than" if found.carries >= found.wanted else "less than"
        rain = f"{enough} the hardest rain brings, {show.flow(found.wanted)}"
        said += f" It carries {show.flow(found.carries)}, {rain}."
    return said


Step = tuple[str, str]
"""What a step is ticked off by, and its words."""


def _steps(found: Drains, seen: Seen) -> Iterator[Step]:
    packers = packers_under(seen)
    if packers:
        apart = seen.show.length(drain_limit("packers_apart", seen.show.built))
        corners = "one under every corner and " if seen.assembly.outline.corners else ""
        yield (
            "packers",
            f"Set it on {packers} packers, {corners}none over {apart} from the next: water runs out between"
            " them over what it stands on.",
        )
    if found.kind == "open" and found.floor is not None:
        yield "gaps", "Leave the gaps between its boards open: lay fabric over them, no sheet."
    elif found.kind == "open":
        if seen.design.site.stands_on == "soil":
            yield "loosen", "Loosen the soil under the bed with a fork, a spit deep, before anything goes in."
        elif not packers:
            yield "gaps", "Keep what lies under its edge swept: water runs out there over what it stands on."
    elif found.kind == "sealed":
        yield "test", "Fill it with water before anything goes in, and look for wet places after an hour."
    elif found.holes:
        yield from _drilling(found, seen.show)
    else:
        yield from _plumbing(found, seen)


def _drilling(found: Drains, show: Printer) -> Iterator[Step]:
    yield "mark", "Lay the template on the floor from the front left corner and punch the middles."
    of = found.floor.of if found.floor else "plastic"
    yield from DRILLING[of].items()
    if found.kind == "few_sleeved":
        yield (
            "sleeves",
            "Set a sleeve into every hole, a finger wide under the floor: no water creeps along it.",
        )
    wide = show.length(found.screen)
    yield "screens", f"Lay a screen {wide} wide over every hole, or one sheet over all."
    if found.trays:
        days = drain_limit("tray_days")
        yield "trays", f"Empty the trays within {days:g} days: mosquitoes breed in water that stands longer."


def _plumbing(found: Drains, seen: Seen) -> Iterator[Step]:
    show, loop = seen.show, found.loop
    assert loop is not None
    deep = show.exact(loop.size.socket.mm)
    sleeve = next(iter(seen.lined.sleeves), 0.0)
    if sleeve and seen.design.drainage.sleeve:
        yield (
            "sleeve",
            f"Set a sleeve {show.length(sleeve)} long into the hole through the wall before the pipe: no"
            " water gets at the wood.",
        )
    yield "thread", f"Screw the threaded adapter in first, taped; pipe goes {deep} into a fitting."
    yield "dry", "Lay the loop out dry, drilled side down, before anything is glued: glue sets in seconds."
    yield (
        "pipe holes",
        f"Drill {loop.holes} holes {show.length(drain_limit('pipe_hole', show.built))} wide in two rows on"
        " the lower half of the pipe.",
    )
    yield "glue", "Glue from the tee outwards, the last corner last."
    if found.tanks > 1:
        yield "join", f"Set all {found.tanks} tanks level with each other, then join them plug by plug."
    wrap = show.area(loop.drilled * loop.around(show.built))
    yield "wrap", f"Wrap the pipe in fabric, {wrap} of it, and tie it."
    yield "stone", "Fill stone to the top of the pipe, fabric over it, then the soil."


def _workings(found: Drains, seen: Seen) -> dict[str, Worked]:
    show, choice = seen.show, seen.design.drainage
    area = seen.assembly.soil_face.area
    tanks = f" × {found.tanks} tanks" if found.tanks > 1 else ""
    worked = {
        "wanted_l_min": Worked(
            amount=found.wanted,
            unit="L/min",
            working=f"{show.rain(choice.rain_mm_h.mm_h)}: {show.area(area)} ×"
            f" {show.rain_a_minute(choice.rain_mm_h.mm_h)}{tanks} = {show.flow(found.wanted)}",
            assumptions=["all that falls on the soil leaves at once"],
        )
    }
    if found.carries:
        many = max(1, len(found.holes))
        worked["carries_l_min"] = Worked(
            amount=found.carries,
            unit="L/min",
            working=f"through {show.length(found.diameter)} under {show.length(choice.head.mm)} of water:"
            f" {show.short(choice.coefficient)} × π ÷ 4 × ({show.exact_run(found.diameter)})² × √(2 ×"
            f" {show.gravity} × {show.exact_run(choice.head.mm)}) × 60 s/min{show.to_cubic} ="
            f" {show.flow(found.each)}; {many} × {show.flow(found.each)} = {show.flow(found.carries)}",
            assumptions=["nothing clogs it; soil over it lets less through"],
            source=ORIFICE,
        )
    if found.trays:
        worked["tray_full_min"] = Worked(
            amount=found.tray_minutes,
            unit="min",
            working=f"{found.trays} × {show.volume(choice.tray_holds.litres)} ÷ {show.flow(found.wanted)}"
            f" = {show.short(found.tray_minutes, 0)} min",
        )
    if found.stone:
        worked["stone_l"] = Worked(
            amount=litres(found.stone),
            unit="L",
            working=f"on the floor, {show.length(choice.stone.mm)} deep"
            f"{' or to the top of the pipe, less the pipe' if found.loop else ''}:"
            f" {show.cubic(litres(found.stone))}",
            source=COMMON_PRACTICE,
        )
    if found.loop:
        worked |= pipe_cuts(found.pipes, found.loop.size, show)
    return worked


def pipe_cuts(pieces: Sequence[CutPipe], size: PipeSize, show: Printer) -> dict[str, Worked]:
    """How long each piece of pipe is cut, by its label."""
    taken = show.exact(size.take_out)
    return {
        pipe.label: Worked(
            amount=pipe.length,
            unit="mm",
            working=_cut_words(pipe, size, taken, show),
            source="half the pipe and a hair in each fitting: EN ISO 1452-3, from memory",
        )
        for pipe in pieces
    }


def _cut_words(pipe: CutPipe, size: PipeSize, taken: str, show: Printer) -> str:
    """How a piece of pipe came about: less what the fittings at its ends take, where it has any."""
    ends = round((pipe.middles - pipe.length) / size.take_out)
    less = f" − {f'{ends} × ' if ends > 1 else ''}{taken} = {show.exact(pipe.length)}" if ends else ""
    between = "from middle to middle" if ends > 1 else "from end to end" if not ends else "from a middle"
    return f"{show.exact(pipe.middles)} {between}{less}"


DRAINAGE = register(
    Chapter(
        key="drainage",
        stage="drain",
        reads=(
            "show",
            "assembly",
            "drains",
            "lined",
            "reservoir_of",
            "design.drainage",
            "design.site.stands_on",
        ),
        work=drain_rows,
        model=DrainRow,
    )
)
