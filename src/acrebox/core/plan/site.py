"""Where the bed stands, and what the place gives it."""

from math import inf

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.design import Design
from acrebox.core.errors import DesignError
from acrebox.core.fill.carried import bears_kpa, full_weight
from acrebox.core.measure.printing import Printer
from acrebox.core.plan.site_rows import (
    CoverRow,
    Grows,
    LoadRow,
    LyingRow,
    RunRow,
    ShadeRow,
    SiteRow,
    StoreRow,
    SunRow,
    TickRow,
    WayRow,
)
from acrebox.core.site import (
    LOOKED_MM,
    Footprint,
    Light,
    Load,
    Run,
    Standing,
    Stored,
    Way,
    plain,
    site_limit,
    stand,
)
from acrebox.core.worked import Worked

MONTHS = (
    *("January", "February", "March", "April", "May", "June"),
    *("July", "August", "September", "October", "November", "December"),
)
BY_THE_SUN = "by the sun, which is highest at 12:00"
NOAA = "solar position: NOAA Global Monitoring Laboratory; what stands there as it is measured in"


def standing_of(seen: Seen) -> Standing | None:
    """Where the bed stands, as the plan of its yard has it."""
    return stand(seen.assembly, seen.design.name, seen.here, seen.show.built)


NOWHERE = LyingRow(placed=False, ring=[], corner=[], turn=0.0, sun=None)


def site_of(seen: Seen) -> SiteRow:
    """What the place gives the bed."""
    found, show = seen.standing, seen.show
    if found is None:
        return SiteRow(
            **dict(NOWHERE),
            ways=[],
            reach_mm=None,
            hose=None,
            barrow=None,
            carried=None,
            covers=[],
            on=None,
            store=None,
            fall_mm=None,
            wind=None,
            ticks=[],
        )
    working = {}
    if found.reach < inf:
        working["reach_mm"] = Worked(
            amount=found.reach,
            unit="mm",
            working=f"the place in the bed that is farthest from the {_listed(found.reached)}, where there is"
            f" room to kneel: {show.length(found.reach)}",
            assumptions=[f"a way of {show.length(site_limit('way_to_kneel', show.built))} to kneel in"],
        )
    return SiteRow(
        **{**dict(lying_at(found.bed, found.light, show)), "working": working},
        ways=[_way(w, show) for w in found.ways],
        reach_mm=found.reach if found.reach < inf else None,
        hose=_run(found.hose, "the hose", show),
        barrow=_run(found.barrow, "a barrow", show),
        carried=_run(found.carried, "two people with the bed", show),
        covers=[
            CoverRow(
                thing=c.thing.name,
                far_mm=c.far,
                keep_mm=c.keep,
                says=f"over {c.thing.name}"
                if not c.far
                else f"{show.length(c.far)} off {c.thing.name}; {show.length(c.keep)} is wanted",
            )
            for c in found.covers
        ],
        on=found.on.name if found.on else None,
        store=_store(found.stored, show) if found.stored else None,
        fall_mm=found.fall,
        wind=_wind(found, seen),
        ticks=_ticks(found, show),
    )


def lying_at(bed: Footprint, light: Light | None, show: Printer) -> LyingRow:
    """A bed as it lies on the plan, with the sun there."""
    return LyingRow(
        placed=True,
        ring=plain(bed.ring),
        corner=plain([bed.corner])[0],
        turn=bed.turn,
        sun=_sun(light, show) if light else None,
    )


def _listed(sides: tuple[str, ...]) -> str:
    return sides[0] if len(sides) == 1 else f"{', '.join(sides[:-1])} and {sides[-1]}"


def hour(minute: float) -> str:
    """A time of the day as a clock shows it, to five minutes."""
    whole = round(minute / 5) * 5 % 1440
    return f"{whole // 60}:{whole % 60:02d}"


SUITED: dict[Grows, str] = {
    "fruit": "fruiting crops, roots, leaves and herbs",
    "leaves": "leaves and roots; fruiting crops want more",
    "shade": "shade lovers; vegetables want more",
}


def _enough_for(hours: float) -> Grows:
    """What so much sun a day is enough for."""
    if hours >= site_limit("sun_for_fruit"):
        return "fruit"
    return "leaves" if hours >= site_limit("sun_for_leaves") else "shade"


def _sun(light: Light, show: Printer) -> SunRow:
    shades = [
        ShadeRow(month=s.month + 1, begins=hour(s.begins), ends=hour(s.ends), by=s.by) for s in light.shades
    ]
    return SunRow(
        hours_by_month=list(light.hours),
        enough_for=[_enough_for(h) for h in light.hours],
        hours_season=light.over_season,
        morning=light.morning,
        afternoon=light.afternoon,
        shades=shades,
        clock=light.clock or BY_THE_SUN,
        suits=SUITED[_enough_for(light.over_season)],
        says=_in_words(light, shades),
        working={
            "hours_season": Worked(
                amount=light.over_season,
                unit="hours a day",
                working=f"the mean of the 21st of each month of growing: {_mean(light, show)}",
                assumptions=["as high as the rim, over the whole bed", "no clouds", "trees in leaf all year"],
                source=NOAA,
            )
        },
    )


def _mean(light: Light, show: Printer) -> str:
    hours = [light.hours[m] for m in light.growing]
    added = " + ".join(f"{show.number(h, 1)} h" for h in hours)
    return f"({added}) ÷ {len(hours)} = {show.number(light.over_season, 1)} h"


def _in_words(light: Light, shades: list[ShadeRow]) -> str:
    """When it has sun, in a sentence: by half days, and what shades it at midsummer or at the equinox."""
    early = light.morning - light.afternoon
    most = "in the morning" if early > 1 else "in the afternoon" if early < -1 else "evenly over the day"
    longest = max(range(12), key=lambda m: light.hours[m])
    there = [s for s in shades if s.month == longest + 1]
    if not there:
        return f"sun {most}; nothing shades it in {MONTHS[longest]}"
    told = "; ".join(f"from {s.begins} to {s.ends} in the shade of {s.by}" for s in there)
    return f"sun {most}; in {MONTHS[longest]} {told}"


def _way(way: Way, show: Printer) -> WayRow:
    kneel, barrow = (site_limit(k, show.built) for k in ("way_to_kneel", "way_for_a_barrow"))
    serves = "a barrow" if way.clear >= barrow else "kneeling" if way.clear >= kneel else "nobody"
    return WayRow(
        side=way.side, clear_mm=way.clear, open=way.clear >= LOOKED_MM, against=way.against, serves=serves
    )


def _run(run: Run | None, who: str, show: Printer) -> RunRow | None:
    if run is None:
        return None
    if run.long is None:
        return RunRow(start=run.start, long_mm=None, says=f"no way for {who} from {run.start}")
    text = show.walk(run.long)
    return RunRow(
        start=run.start,
        long_mm=run.long,
        says=f"{text} from {run.start}",
        working={
            "long_mm": Worked(
                amount=run.long,
                unit="mm",
                working=f"the shortest way for {who} from {run.start} round all that stands there:"
                f" {show.exact_run(run.long)}",
                assumptions=["to within reach of the nearest edge of the bed"],
            )
        },
    )


def _wind(found: Standing, seen: Seen) -> str | None:
    assert seen.here is not None
    if seen.here.plan.lie.wind_from is None:
        return None
    if found.sheltered is None:
        return "open to it: tie in what grows tall"
    return f"sheltered by {found.sheltered}"


def _ticks(found: Standing, show: Printer) -> list[TickRow]:
    """What matters most to growers, in their order."""
    sun = found.light.over_season if found.light else None
    hose, barrow = found.hose, found.barrow
    near, flush = site_limit("hose_near", show.built), site_limit("level_enough", show.built)
    return [
        TickRow(
            key="sun",
            title="Sun",
            holds=None if sun is None else sun >= site_limit("sun_for_fruit"),
            says="the yard has no latitude yet"
            if sun is None
            else f"{show.number(sun, 1)} hours a day; fruiting crops want {site_limit('sun_for_fruit'):g}",
        ),
        TickRow(
            key="water",
            title="Water near",
            holds=None if hose is None else hose.long is not None and hose.long <= near,
            says="no tap is drawn yet" if hose is None else _run_says(hose, show),
        ),
        TickRow(
            key="level",
            title="Level",
            holds=None if found.fall is None else found.fall <= flush,
            says="nobody has said how the ground falls"
            if found.fall is None
            else f"the ground falls {show.length(found.fall)} under it",
        ),
        TickRow(
            key="barrow",
            title="A barrow reaches it",
            holds=None if barrow is None else barrow.long is not None and found.turns,
            says="no gate is drawn yet"
            if barrow is None
            else _run_says(barrow, show) + ("" if found.turns else "; it cannot turn round there"),
        ),
        TickRow(
            key="buried",
            title="Nothing buried",
            holds=not found.covers,
            says=", ".join(f"{'over' if not c.far else 'too near'} {c.thing.name}" for c in found.covers)
            or "nothing that must stay free lies under it",
        ),
    ]


def _run_says(run: Run, show: Printer) -> str:
    return f"no way from {run.start}" if run.long is None else f"{show.walk(run.long)} from {run.start}"


def _store(kept: Stored, show: Printer) -> StoreRow:
    lies = "lies" if kept.fits else "does not lie"
    beside = "" if kept.beside or not kept.fits else ", but not beside those of the beds before it"
    return StoreRow(
        thing=kept.thing.name,
        fits=kept.fits,
        take_mm2=kept.take,
        area_mm2=kept.area,
        says=f"its box {lies} flat in {kept.thing.name}{beside}; side by side all boxes of the plan take"
        f" {show.area(kept.take)}, it has {show.area(kept.area)}",
    )


def _weight(seen: Seen) -> float:
    return full_weight(seen.assembly, seen.layers, seen.takeoff.weight_kg, seen.book)


def load_of(seen: Seen) -> Load | None:
    """What the thing that the bed stands on has to carry; None where it carries anything."""
    found = seen.standing
    if found is None or found.on is None or not found.on.kind.carries:
        return None
    kg = _weight(seen)
    return Load(
        found.on,
        kg,
        bears_kpa(kg, seen.assembly.outline.area),
        tuple((str(d.name), _weight_of_another(seen, d)) for d in found.beside),
    )


def _weight_of_another(seen: Seen, design: Design) -> float | None:
    try:
        return _weight(seen.beside(design))
    except DesignError:
        return None


def carried_of(seen: Seen) -> LoadRow | None:
    """What the thing that the bed stands on has to carry, beside what it may."""
    load, show = seen.load, seen.show
    if load is None:
        return None
    total, each = load.on.may_carry.total_kg, load.on.may_carry.kpa
    stated = [show.weight(total.kg)] if total else []
    stated += [f"{show.pressure(each.kpa)} on each area"] if each else []
    owner = f"its owner states {' and '.join(stated)}" if stated else "nobody has said what it may carry"
    names = [n if kg is not None else f"{n} (not worked out)" for n, kg in load.beside]
    parts = [show.weight(load.kg), *(show.weight(kg) for _, kg in load.beside if kg is not None)]
    return LoadRow(
        on=load.on.name,
        kg=load.kg,
        kpa=load.kpa,
        all_kg=load.all_kg,
        beside=names,
        may_kg=total.kg if total else None,
        may_kpa=each.kpa if each else None,
        says=owner,
        working={
            "kpa": Worked(
                amount=load.kpa,
                unit="kPa",
                working=f"{show.bearing(load.kg)} ÷ {show.area(seen.assembly.outline.area)}"
                f" = {show.pressure(load.kpa)}",
                assumptions=["watered through", "spread evenly over what the bed covers"],
            ),
            "all_kg": Worked(
                amount=load.all_kg,
                unit="kg",
                working=f"{' + '.join(parts)} = {show.weight(load.all_kg)}",
                assumptions=["every bed on it full and wet at once"],
            ),
        },
    )


STANDING = register(
    Chapter(key="standing", stage="site", reads=("show", "here", "assembly", "design.name"), work=standing_of)
)
SITE = register(
    Chapter(
        key="site",
        stage="site",
        reads=("show", "here", "standing"),
        work=site_of,
        model=SiteRow,
        judged=False,
    )
)
LOAD = register(
    Chapter(key="load", stage="site", reads=("standing", "assembly", "layers", "takeoff"), work=load_of)
)
CARRIED_THERE = register(
    Chapter(
        key="carried",
        stage="site",
        reads=("show", "load", "assembly"),
        work=carried_of,
        model=LoadRow | None,
        judged=False,
    )
)
