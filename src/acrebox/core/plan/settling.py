"""How the fill sinks over its years, and what tops it up."""

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.fill.settling import LEAST, MOST, YEARS, SunkYear, packed_top, sinks, topped_up
from acrebox.core.measure.printing import named
from acrebox.core.plan.soil_rows import SettlingRow, SunkYearRow
from acrebox.core.stock import Fill
from acrebox.core.worked import COMMON_PRACTICE, Worked, Workings

TOPPED_WITH = "compost"


def settling_of(seen: Seen) -> SettlingRow:
    """How the fill sinks, as published."""
    show, layers, cavity = seen.show, seen.layers, seen.assembly.cavity
    by = seen.book.find_fill(TOPPED_WITH)
    assert by is not None
    years = sinks(layers, cavity)
    least, most = (topped_up(layers, by, bound) for bound in (LEAST, MOST))
    full, base = layers[-1].top, layers[0].base
    first = full - packed_top(layers, cavity)
    last = years[-1]
    return SettlingRow(
        full_mm=full - base,
        first_weeks_mm=first,
        topped_with=by.name,
        says=f"Tipped in loose up to its line it drops {show.length(first)} in the first weeks. With nothing"
        f" added it lies {show.length(full - last.least.top)} to {show.length(full - last.most.top)} lower"
        f" after {YEARS} years.",
        years=[
            _row(year, base, least[n - 1] if n else 0.0, most[n - 1] if n else 0.0)
            for n, year in enumerate(years)
        ],
        working=_workings(years, by, (least[0], most[0]), first, seen),
    )


def _row(year: SunkYear, base: float, least: float, most: float) -> SunkYearRow:
    return SunkYearRow(
        year=year.year,
        depth_least_mm=year.least.top - base,
        depth_most_mm=year.most.top - base,
        left_least_l=year.least.left,
        left_most_l=year.most.left,
        dry_least_kg=year.least.dry,
        dry_most_kg=year.most.dry,
        rotted_least_kg=year.least.gone,
        rotted_most_kg=year.most.gone,
        top_up_least_l=least,
        top_up_most_l=most,
    )


def _workings(
    years: list[SunkYear], by: Fill, added: tuple[float, float], drop: float, seen: Seen
) -> Workings:
    show = seen.show
    first = " + ".join(
        f"{named(show.cubic(c.settled), c.material.name)} ×"
        f" {show.short(c.material.lost_first[LEAST] * 100)} to"
        f" {show.short(c.material.lost_first[MOST] * 100)} %"
        for layer in seen.layers
        for c in layer.contents
    )
    one = years[1]
    low, high = show.cubic(one.least.lost), show.cubic(one.most.lost)
    settled = sum(c.settled for layer in seen.layers for c in layer.contents)
    loose = sum(c.loose for layer in seen.layers for c in layer.contents)
    return {
        "years": Worked(
            amount=one.most.lost,
            unit="L",
            working=f"in the first year: {first} = {low} to {high}; then year by year by what each loses",
            assumptions=[
                "nothing is added; what falls into gaps takes no room of its own",
                *(
                    f"{m.name}: {show.short(m.lost_first[0] * 100)} to {show.short(m.lost_first[1] * 100)} %"
                    f" of its place in the first year, {show.short(m.lost_year[0] * 100)} to"
                    f" {show.short(m.lost_year[1] * 100)} % in each after"
                    for m in dict.fromkeys(c.material for layer in seen.layers for c in layer.contents)
                ),
            ],
            source=COMMON_PRACTICE,
        ),
        "first_weeks_mm": Worked(
            amount=drop,
            unit="mm",
            working=f"{show.cubic(settled)} settled ÷ {show.cubic(loose)} loose ="
            f" {show.number(settled / loose * 100, 1)} %; so much of it is left of what is filled"
            f" loose to the"
            f" line, and that is {show.length(drop)} lower",
            source=COMMON_PRACTICE,
        ),
        "top_up": Worked(
            amount=added[MOST],
            unit="L",
            working=f"{low} to {high} lost × {show.short(by.loose_per_settled)} ="
            f" {show.cubic(added[LEAST])} to {show.cubic(added[MOST])}; of {by.name}, after the first year",
            assumptions=["what is added rots as well, from the year after"],
            source=COMMON_PRACTICE,
        ),
    }


SETTLING = register(
    Chapter(
        key="settling",
        stage="fill",
        reads=("show", "assembly", "layers"),
        work=settling_of,
        model=SettlingRow,
    )
)
