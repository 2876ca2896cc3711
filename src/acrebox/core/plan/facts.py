"""Named numbers of the bed that fit no other place, each with its working: what a builder would write on the
wall.
"""

from collections.abc import Callable, Mapping
from decimal import Decimal
from functools import cache
from typing import Any

from pydantic import Field

from acrebox.core.assembly.room import area_words, outline_words
from acrebox.core.bench.supply import supplies, usable
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.data import by_key, in_round, read_as
from acrebox.core.fill.carried import bears_kpa, full_weight
from acrebox.core.measure.convert import MM3_PER_LITRE, tenths
from acrebox.core.measure.printing import Printer
from acrebox.core.plan.rows import Row
from acrebox.core.plan.strong import STRENGTH_CHECK, seam_count
from acrebox.core.strength.hoop import hoop_worked, seam_worked
from acrebox.core.worked import COMMON_PRACTICE, Worked

Facts = dict[str, Worked]


class Fact(Row):
    """A named number of the bed, what it is called on the sheet, and how it came about. One that offers
    another size says `to` what its `field` would be set.
    """

    amount: float
    unit: str
    title: str
    text: str
    field: str | None
    to: str | int | None
    working: str
    assumptions: list[str] = Field(default_factory=list)
    source: str


class _Title(Row):
    key: str
    title: str


@cache
def _titles() -> Mapping[str, str]:
    rows = by_key(read_as(list[_Title], "plan", "facts.toml", "fact"))
    return {key: row.title for key, row in rows.items()}


def facts_of(seen: Seen) -> dict[str, Fact]:
    """What every bed has, what its construction adds, and what comes of its loads.

    Areas in m², volumes in litres, weights in kg, pressures in kPa.
    """
    found = {
        **_sizes(seen),
        **seen.assembly.facts,
        **_carried(seen),
        **_rings(seen),
        **_out_of_a_sheet(seen),
        **_lower(seen),
    }
    return {
        name: Fact(
            amount=w.amount,
            unit=w.unit,
            text=printed(w, seen.show),
            **_offered(name, seen),
            title=_titles().get(name, name.replace("_", " ")),
            working=w.working,
            assumptions=w.assumptions,
            source=w.source,
        )
        for name, w in found.items()
    }


def printed(worked: Worked, show: Printer) -> str:
    """An amount as it is shown: in the unit of its kind, or so many of what it counts."""
    amount = worked.amount
    by_unit: dict[str, Callable[[], str]] = {
        "mm": lambda: show.length(amount),
        "m²": lambda: show.area(amount * 1e6),
        "L": lambda: show.volume(amount),
        "kg": lambda: show.weight(amount),
        "kPa": lambda: show.pressure(amount),
        "N/m": lambda: show.line_load(amount / 1000),
        "°": lambda: f"{show.short(amount, 2)}°",
    }
    if worked.unit in by_unit:
        return by_unit[worked.unit]()
    unit = worked.unit[:-1] if amount == 1 and worked.unit.endswith("s") else worked.unit
    return f"{show.short(amount, 2)} {unit}".strip()


def _offered(name: str, seen: Seen) -> dict[str, Any]:
    """The field that a size is offered for, and the size as it is typed: a count stays one."""
    field, to = seen.assembly.offers.get(name, (None, 0))
    if field is None:
        return {"field": None, "to": None}
    return {"field": field, "to": to if isinstance(to, int) else seen.show.typed(to)}


def _sizes(seen: Seen) -> Facts:
    """The outside volume is the outline's area times the height of the wall, its cap left out."""
    bed, show = seen.assembly, seen.show
    outside, inside = bed.outline.area, bed.soil_face.area
    volume = outside * bed.wall_height / MM3_PER_LITRE
    return {
        "area_outside": Worked(amount=outside / 1e6, unit="m²", working=outline_words(bed, show)),
        "volume_outside": Worked(
            amount=volume,
            unit="L",
            working=(
                f"{show.area(outside)} × wall {show.run(bed.wall_height)}{show.to_cubic} ="
                f" {show.cubic_and_volume(volume)}"
            ),
            assumptions=["a cap on top is left out"],
        ),
        "area_inside": Worked(
            amount=inside / 1e6, unit="m²", working=area_words(bed, show), assumptions=["what is planted"]
        ),
    }


def _carried(seen: Seen) -> Facts:
    """What it weighs full, and how it bears on what it stands on."""
    bed, show = seen.assembly, seen.show
    stock = seen.takeoff.weight_kg
    weight = full_weight(bed, seen.layers, stock, seen.book)
    under = bed.supports
    area = bed.outline.area if under is None else under.area * under.count
    kpa = bears_kpa(weight, area)
    found = {
        "weight_full": Worked(
            amount=weight,
            unit="kg",
            working=(
                f"wet soil and fill {show.weight(weight - stock)} + what it is built of {show.weight(stock)}"
                f" = {show.weight(weight)}"
            ),
            assumptions=["watered through; snow, people and water standing on it are not in it"],
            source=COMMON_PRACTICE,
        ),
        "footprint": Worked(
            amount=area / 1e6,
            unit="m²",
            working=(
                outline_words(bed, show)
                if under is None
                else f"{under.count} {under.what} × {show.area(under.area)} = {show.area(area)}"
            ),
        ),
        "footprint_pressure": Worked(
            amount=kpa,
            unit="kPa",
            working=f"{show.bearing(weight)} ÷ {show.area(area)} = {show.pressure(kpa)}",
            assumptions=["spread evenly"],
        ),
    }
    if under is not None:
        each = weight / under.count
        found["support_load"] = Worked(
            amount=each,
            unit="kg",
            working=f"{show.weight(weight)} ÷ {under.count} {under.what} = {show.weight(each)}",
            assumptions=["all level, so that each takes its share"],
        )
    return found


def _rings(seen: Seen) -> Facts:
    """The tension of a ring and the screws of its seams."""
    found = max(seen.strength.hoops, key=lambda h: h.tension, default=None)
    if found is None:
        return {}
    return {
        "hoop_tension": hoop_worked(found, seen.show),
        "seam_screws": seam_worked(found, seam_count(seen, found.screws), seen.show),
    }


def _lower(seen: Seen) -> Facts:
    """What a bed a hand lower would save of its fill: litres, and money at what a litre costs here."""
    bed, show = seen.assembly, seen.show
    step = in_round(100.0, 4.0, show.built)
    top = seen.layers[-1].top
    if top - bed.cavity.floor <= step:
        return {}
    full, lower = bed.cavity.litres_to(top), bed.cavity.litres_to(top - step)
    litres = full - lower
    whole = sum(x.settled for x in seen.layers)
    cost = sum((p.cost for p in seen.purchases), Decimal(0))
    saved = cost * Decimal(str(litres / whole))
    return {
        "lower_saves": Worked(
            amount=litres,
            unit="L",
            working=(
                f"{show.length(step)} less high: {show.cubic(full)} to the fill line − {show.cubic(lower)} ="
                f" {show.cubic(litres)}; about {show.cubic(litres)} ÷ {show.cubic(whole)} ×"
                f" {show.money(cost)}"
                f" = {show.money(saved)} less"
            ),
            assumptions=["at what a litre costs here; whole bags and loads make steps of it"],
        )
    }


def _out_of_a_sheet(seen: Seen) -> Facts:
    """How many heights of a ring come out of each length of sheet."""
    group = next((g for g in seen.takeoff.sheets if "sheets" in seen.assembly.facts), None)
    if group is None:
        return {}
    bench, show = seen.design.bench, seen.show
    had = {s.length: usable(s, bench) for s in supplies(group.stock, bench, seen.book)}
    kerf = tenths(bench.kerf.mm)
    each = {long: (room + kerf) // (group.length + kerf) for long, room in sorted(had.items())}
    best = max(each, key=lambda long: (each[long] * group.length / long, -long))
    room, cut = (show.drill(mm / 10) for mm in (had[best], group.length))
    saw = show.drill(kerf / 10)
    others = ", ".join(
        f"one of {show.length(long / 10)} gives {n}" for long, n in each.items() if long != best
    )
    words = f"({room} + a cut {saw}) ÷ ({cut} + a cut {saw}), rounded down = {each[best]}"
    return {
        "rings_a_sheet": Worked(
            amount=each[best],
            unit="rings",
            working=f"of a sheet of {show.length(best / 10)}: {words}" + (f"; {others}" if others else ""),
            assumptions=[f"{group.count} sheets cut together make {each[best]} rings as high"],
        )
    }


FACTS = register(
    Chapter(
        key="facts",
        stage="shape",
        reads=(
            "show",
            "assembly",
            "layers",
            "takeoff",
            "fixed",
            STRENGTH_CHECK.key,
            "purchases",
            "design.bench",
        ),
        work=facts_of,
        model=dict[str, Fact],
    )
)
