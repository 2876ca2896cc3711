"""Level: the first course made true on the ground as it is, and what the bed is set out with."""

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.ground import (
    Hole,
    Levelled,
    LevelStation,
    SettingOut,
    concrete_in,
    ground_limit,
    holes_of,
    places_of,
    set_out,
)
from acrebox.core.measure.convert import litres
from acrebox.core.measure.printing import Printer
from acrebox.core.plan.bench import CUTTING
from acrebox.core.plan.level_rows import (
    ConcreteRow,
    CornerCheckRow,
    DiagonalRow,
    GaugeRow,
    GroundRow,
    HoleRow,
    LevelStationRow,
    PegRow,
    SectionRow,
    SettingOutRow,
    StepRow,
)
from acrebox.core.plan.rows import OrderRow
from acrebox.core.worked import COMMON_PRACTICE, Worked


def ground_rows(seen: Seen) -> GroundRow | None:
    """The ground as it was levelled, and what is dug, packed and brought."""
    found, show = seen.levelled, seen.show
    if found is None:
        return None
    course = _course(seen)
    return GroundRow(
        school=found.school,
        fall_mm=found.fall,
        target_mm=found.target,
        top_of_course_mm=found.target + course,
        stations=[
            LevelStationRow(
                name=s.name,
                x_mm=s.at[0],
                y_mm=s.at[1],
                carries=s.carries,
                height_mm=s.height,
                dig_mm=s.dig,
                pack_mm=s.pack,
                says=_station_says(found, s, show),
            )
            for s in found.stations
        ],
        sides=[
            SectionRow(
                side=s.side,
                length_mm=s.length,
                points=[list(p) for p in s.ground],
                steps=[StepRow(at_mm=at, courses=up) for at, up in s.steps],
                gap_mm=s.gap,
            )
            for s in found.sides
        ],
        trench_l=litres(found.dug),
        spoil_l=litres(found.spoil),
        base_l=litres(found.packed),
        bring_l=litres(found.bring),
        backfill_l=litres(found.backfill),
        wedge_l=litres(found.wedge),
        wedge_within_l=litres(found.unsure),
        says=_says(found, show),
        working=_workings(found, seen),
    )


COURSE = "first course"
MADE_AS = {"stave": "panels", "frame": "frames"}
"""What walls of these are made as, before they are stood."""


def _course(seen: Seen) -> float:
    bed = seen.assembly
    return bed.course_heights[0] if bed.course_heights else bed.whole_course or bed.wall_height


def _station_says(found: Levelled, at: LevelStation, show: Printer) -> str:
    if not at.carries:
        return "no wall here"
    todo = []
    if at.dig > 0.5:
        todo.append(f"dig {show.length(at.dig)}")
    if at.pack > 0.5:
        under = {"hang": "back-fill", "legs": "pack under it or leave the leg longer by"}
        todo.append(f"{under.get(found.school, 'pack')} {show.length(at.pack)}")
    return ", ".join(todo) or "as it is"


def _says(found: Levelled, show: Printer) -> str:
    falls = f"The ground falls {show.length(found.fall)}"
    gap, unread = found.widest.gap, found.widest.side
    what = {
        "dig_in": f"the high side is dug in to the lowest place that was read, and under {unread}"
        f" {show.length(gap)} stays open"
        if gap > ground_limit("gap_washes")
        else "the high side is dug in, so that nothing is propped",
        "build_up": "the low side is built up under the walls with what packs hard",
        "hang": "the first course hangs level on its posts, and the gap under it is back-filled",
        "legs": "legs are trimmed, or pavers packed, until the rim is level",
    }[found.school]
    return f"{falls}; {what}."


def _workings(found: Levelled, seen: Seen) -> dict[str, Worked]:
    show, choice = seen.show, seen.design.ground
    wide = show.length(choice.trench.mm)
    bulking, ramming = ground_limit("bulking"), ground_limit("ramming")

    def litre(amount: float, working: str, *assumes: str, source: str = COMMON_PRACTICE) -> Worked:
        return Worked(
            amount=litres(amount), unit="L", working=working, assumptions=list(assumes), source=source
        )

    return {
        "target_mm": Worked(
            amount=found.target,
            unit="mm",
            working=f"over the datum: the {'lowest' if found.school == 'dig_in' else 'highest'} station"
            f" {show.coordinate(found.target + choice.bury.mm)} − {show.length(choice.bury.mm)} in the"
            f" ground ="
            f" {show.coordinate(found.target)}",
        ),
        "trench_l": litre(
            found.dug,
            f"ground over the floor of a trench {wide} wide along the walls: {show.cubic(litres(found.dug))}",
            "straight between stations",
            source="prisms under the triangles between the stations, exact",
        ),
        "spoil_l": litre(
            found.spoil, f"{show.cubic(litres(found.dug))} × {bulking:g} = {show.cubic(litres(found.spoil))}"
        ),
        "base_l": litre(
            found.packed,
            f"between the ground, or the trench, and the first course, {wide} wide:"
            f" {show.cubic(litres(found.packed))}",
            "rammed in layers",
            source="prisms under the triangles between the stations, exact",
        ),
        "bring_l": litre(
            found.bring,
            f"{show.cubic(litres(found.packed))} × {ramming:g} = {show.cubic(litres(found.bring))}",
        ),
        "wedge_l": litre(
            found.wedge,
            f"between the ground and the underside of the first course, within"
            f" {show.area(seen.assembly.inner.area)}: {show.signed_cubic(litres(found.wedge))}",
            "straight between stations",
            source="prisms under the triangles between the stations, exact",
        ),
        "wedge_within_l": litre(
            found.unsure,
            "the ground folded along the other diagonal of every four stations:"
            f" {show.cubic(litres(found.unsure))} more or less",
            "told as the mean of four stations on one circle, such as the corners of a rectangle",
            source="prisms under the triangles between the stations, exact",
        ),
        "backfill_l": litre(
            found.backfill,
            f"under the walls, {wide} wide, where the ground lies lower:"
            f" {show.cubic(litres(found.backfill))}",
        ),
    }


def gauge_of(seen: Seen) -> GaugeRow | None:
    """The shortest off-cut of the first course's own stock that stands by itself: on its edge, its top is at
    the string once the trench is deep enough.
    """
    first = next((p for p in seen.assembly.parts if p.role.skin and p.course == 1), None)
    if seen.levelled is None or first is None or not seen.assembly.course_heights:
        return None
    show, least = seen.show, ground_limit("gauge_least", seen.show.built)
    course = seen.assembly.course_heights[0]
    left = [
        (stick.offcut_mm, stick.offcut_name)
        for stick in seen.of(CUTTING).sticks
        if stick.stock == first.stock and stick.offcut_name and stick.offcut_mm >= least
    ]
    if not left:
        return None
    long, name = min(left)
    says = (
        f"Stand {name}, {show.length(long)} long, on its edge in the trench: where its top touches the"
        f" string, the trench is deep enough for the first course, {show.length(course)} high."
    )
    return GaugeRow(stick=str(name), length_mm=long, wide_mm=course, says=says)


def setting_out_of(seen: Seen) -> SettingOutRow:
    """Pegs, strings, diagonals and holes of a bed."""
    bed, show, found = seen.assembly, seen.show, seen.levelled
    out = set_out(bed, show.built)
    holes = holes_of(bed, found.ground if found else None)
    return SettingOutRow(
        pegs=[
            PegRow(name=p.name, corner=p.corner, kind=p.kind, x_mm=p.at[0], y_mm=p.at[1], off_mm=p.off)
            for p in out.pegs
        ],
        diagonals=[DiagonalRow(start=d.start, end=d.end, length_mm=d.length) for d in out.diagonals],
        checks=[
            CornerCheckRow(
                corner=c.corner, angle_deg=c.angle, along_mm=c.along, across_mm=c.across, between_mm=c.between
            )
            for c in out.checks
        ],
        middles=[list(m) for m in out.middles],
        radius_mm=out.radius,
        string_mm=_course(seen),
        holes=[_hole(h) for h in holes],
        concrete=_concrete(holes, seen),
        order=[OrderRow(words=words) for words in _order(out, holes, seen)],
        places={name: list(at) for name, at in places_of(bed).items()},
        working={
            f"diagonal {d.start}": Worked(
                amount=d.length,
                unit="mm",
                working=f"from {d.start} to {d.end}, corner to corner outside:"
                f" √(({show.exact_run(d.along)})² + ({show.exact_run(d.across)})²) ="
                f" {show.exact_run(d.length)} = {show.length(d.length)}",
            )
            for d in out.diagonals[:2]
        },
    )


def _concrete(holes: tuple[Hole, ...], seen: Seen) -> ConcreteRow | None:
    """The concrete of the holes as deep as they are here, and what of it is bought; None where none is
    poured.
    """
    bought = next((g for g in seen.assembly.goods if g.key == "concrete"), None)
    if bought is None:
        return None
    show, bag = seen.show, seen.book.find_good("concrete").yield_l
    every, bags = litres(concrete_in(holes)), round(bought.count)
    says = (
        f"{len(holes)} holes hold {show.volume(every)} beside their posts, {show.pack(bag)} a bag:"
        f" {bags} bags, as on the list"
    )
    return ConcreteRow(litres=every, bags=bags, says=says)


def _hole(hole: Hole) -> HoleRow:
    return HoleRow(
        post=hole.post,
        x_mm=hole.at[0],
        y_mm=hole.at[1],
        deep_mm=hole.deep,
        meant_mm=hole.meant,
        wide_mm=hole.wide,
        above_mm=hole.above,
        under_rim_mm=hole.under_rim,
    )


def _order(out: SettingOut, holes: tuple[Hole, ...], seen: Seen) -> list[str]:
    """What is done after what: concrete last, once the bed is square and level."""
    show = seen.show
    off = show.length(ground_limit("profile_off", show.built))
    if out.middles:
        strings = "Drive a peg in the middle and draw the circle with a string."
        if len(out.middles) > 1:
            strings = "Drive a peg in the middle of each end, draw both half circles, join them with strings."
        square = "Measure across at several bearings."
    else:
        strings = f"Peg the corners, drive profiles {off} beyond them, draw the strings along the sides."
        if any(p.kind == "mark" for p in out.pegs):
            strings += " Against what stands there a mark on it, and a nail, does for both."
        if any(p.kind == "profile" and p.off > ground_limit("profile_off", show.built) + 1 for p in out.pegs):
            strings += " Past an inner corner a string runs on over the bed, to a profile beyond it."
        square = "Tape the diagonals, and move pegs until they are as they should be."
    steps = [strings, square]
    if seen.assembly.outline.corners and seen.assembly.course_heights and _first(seen) == COURSE:
        steps.append(f"Hang the strings level, {show.length(_course(seen))} over the first course's foot.")
    elif seen.assembly.outline.corners and not _is_vessel(seen):
        high = show.length(seen.assembly.wall_height)
        steps.append(f"Hang the strings level, {high} up: there its rim comes.")
    if seen.levelled is not None:
        steps.append("Dig and pack to the depths of the stations; check with the gauge along the way.")
    hung = bool(holes) and seen.levelled is not None and seen.levelled.school == "hang"
    if not hung:
        steps.append(_set(seen))
    if holes:
        steps.append("Dig the holes of the posts, stand the posts, brace them plumb.")
        if seen.assembly.stance and seen.assembly.stance.bears:
            steps.append(
                "Pour the concrete, and leave it two days before anything hangs on it."
                if hung
                else "Pour the concrete last, once the bed is square and level."
            )
        if any(h.under_rim < -1 for h in holes):
            steps.append("Trim the posts that were left long, at a mark drawn with the level.")
    elif any(part.role.post and part.stock for part in seen.assembly.parts):
        steps.append("Stand the posts in their places, plumb, and screw to them course by course.")
    if hung:
        steps.append(
            f"Screw the {_first(seen)} level to the posts, tape the diagonals again, close the gap below."
        )
    return steps


def _is_vessel(seen: Seen) -> bool:
    return "capacity" in seen.assembly.facts


def _first(seen: Seen) -> str:
    """What is stood first: the first course, or whatever its walls are made as."""
    whats = {layer.what for layer in seen.assembly.wall}
    return next((made for what, made in MADE_AS.items() if what in whats), COURSE)


def _set(seen: Seen) -> str:
    """How the first of it is set."""
    bed = seen.assembly
    if _is_vessel(seen):
        first = f"Set its {bed.supports.what} level with each other" if bed.supports else "Level its ground"
        return f"{first}, checked both ways with a straight board; then set it there, and check its rim."
    if not bed.outline.corners:
        return "Set the ring on its circle, and level its rim all round."
    if (first := _first(seen)) != COURSE:
        return f"Stand the {first} on their lines, level them, screw them together, tape the diagonals again."
    return "Lay the first course, level it, tape the diagonals again."


GROUND = register(
    Chapter(
        key="ground",
        stage="level",
        reads=("show", "assembly", "levelled", "design.ground"),
        work=ground_rows,
        model=GroundRow | None,
    )
)
GAUGE = register(
    Chapter(
        key="gauge",
        stage="level",
        reads=("show", "assembly", "levelled", "cutting"),
        work=gauge_of,
        model=GaugeRow | None,
        judged=False,
    )
)
SETTING_OUT = register(
    Chapter(
        key="setting_out",
        stage="level",
        reads=("show", "assembly", "levelled"),
        work=setting_out_of,
        model=SettingOutRow,
    )
)
