"""The rows of the comparison, each from the plan of its variant alone."""

from collections.abc import Callable, Sequence
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from acrebox.core.advice import WatchOut
from acrebox.core.data import amounts
from acrebox.core.design import Asking, Design, Group, asks, questions_of
from acrebox.core.drafting import View
from acrebox.core.errors import DesignError, Problem, refuse
from acrebox.core.measure.systems import System
from acrebox.core.plan import (
    ASSEMBLY,
    CUTS,
    DRAWINGS,
    FACTS,
    FILL,
    FIXINGS,
    HEAD,
    INSIDE,
    OUTSIDE,
    STRENGTH,
    TOTALS,
    WATCH_OUTS,
    Plan,
    plan_bed,
)
from acrebox.core.stock import Species
from acrebox.core.worked import COMMON_PRACTICE, Worked
from acrebox.core.yard import LONE, Yard

RowKind = Literal["area", "volume", "money", "weight", "count", "hours", "length", "years"]
MOST_VARIANTS = 4
Minutes = Annotated[float, Field(ge=0, le=600)]


def _usual(name: str) -> float:
    return amounts("weighing", "rates.toml")[name]


def _minutes(name: str, ask: str) -> Any:
    extra = asks(ask, label=f"Minutes for {ask}", after="min")
    return Field(default_factory=lambda: _usual(name), json_schema_extra=extra)


class Rates(Asking):
    """Minutes of work for each thing done; common practice unless changed."""

    order = ("cut", "fixing", "post", "block", "barrow", "side")

    cut: Minutes = _minutes("cut", "a cut")
    fixing: Minutes = _minutes("fixing", "a fixing")
    post: Minutes = _minutes("post", "a post dug in")
    block: Minutes = _minutes("block", "a block laid")
    barrow: Minutes = _minutes("barrow", "a barrow")
    side: Minutes = _minutes("side", "a side set out")


def rate_questions() -> Group:
    """What the hours are reckoned with, as questions."""
    return Group(
        key="rates",
        stage="weigh",
        path="rates",
        title="Minutes of work that the hours are reckoned with",
        says="common practice",
        folded=True,
        questions=questions_of(Rates, "rates"),
    )


class Row(BaseModel):
    """One figure of every variant; `better` are the places of the better ones, none where they are alike
    or it is no question.
    """

    model_config = ConfigDict(frozen=True)

    key: str
    name: str
    kind: RowKind
    values: list[float]
    upto: list[float] | None
    better: list[int]
    working: list[Worked]


class Weighed(BaseModel):
    """Variants by name, their rows, what each needs a look for, its picture, its currency's sign."""

    model_config = ConfigDict(frozen=True)

    names: list[str]
    rates: Rates
    rows: list[Row]
    needs_a_look: list[list[str]]
    pictures: list[View]
    currency_signs: list[str]


def weigh(
    designs: Sequence[Design],
    rates: Rates | None = None,
    yard: Yard = LONE,
    shown: System | None = None,
) -> Weighed:
    """Put up to four designs of a yard side by side.

    Raises DesignError that names the variant and its field when one cannot be planned, or there are too many.
    """
    if not 1 <= len(designs) <= MOST_VARIANTS:
        says = "That many variants cannot be put side by side."
        raise refuse("designs", len(designs), says, f"1 to {MOST_VARIANTS}")
    plans = [_plan(n, design, yard, shown) for n, design in enumerate(designs)]
    minutes = rates or Rates()
    return Weighed(
        names=[d.name for d in designs],
        rates=minutes,
        rows=_rows(plans, minutes),
        needs_a_look=[[w.message for w in _alarms(p)] for p in plans],
        pictures=[p[DRAWINGS].picture for p in plans],
        currency_signs=[p[HEAD].currency_sign for p in plans],
    )


def _rows(plans: Sequence[Plan], rates: Rates) -> list[Row]:
    def each(figure: Callable[[Plan], Worked]) -> list[Worked]:
        return [figure(p) for p in plans]

    soil = each(lambda p: _of(p[INSIDE].volume_l, p[INSIDE].working["volume_l"]))
    stock = each(lambda p: _of(p[TOTALS].stock_cost, p[TOTALS].working["stock_cost"]))
    fill = each(lambda p: _of(p[TOTALS].fill_cost, p[FILL].working["cost"]))
    cost = each(lambda p: _of(p[TOTALS].cost, p[TOTALS].working["cost"]))
    weight = each(lambda p: _of(p[TOTALS].weight_kg, p[TOTALS].working["weight_kg"]))
    tall = each(lambda p: _of(p[OUTSIDE].height_mm, p[OUTSIDE].working["height_mm"]))
    return [
        _row("growing_area", "Growing area", "area", each(_area), more=True),
        _row("inside_volume", "Soil, settled", "volume", soil, more=None),
        _row("stock_cost", "Stock and fixings", "money", stock, more=False),
        _row("fill_cost", "Fill", "money", fill, more=False),
        _row("cost", "Cost together", "money", cost, more=False),
        _row("weight", "Weight, filled and wet", "weight", weight, more=False),
        _row("cuts", "Cuts", "count", each(_cuts), more=False),
        _row("hours", "Hours of work", "hours", each(lambda p: _hours(p, rates)), more=False),
        _row("bow", "Bows at most", "length", each(_bow), more=False),
        _row("height", "Height", "length", tall, more=None),
        *_life(plans),
        *_low_beds(plans),
        _row("watch_outs", "Things that need a look", "count", each(_looks), more=False),
    ]


def _alarms(plan: Plan) -> list[WatchOut]:
    return [w for w in plan[WATCH_OUTS] if w.unanswered]


def _plan(number: int, design: Design, yard: Yard, shown: System | None) -> Plan:
    try:
        return plan_bed(design, yard, shown=shown)
    except DesignError as fault:
        raise DesignError(
            [
                Problem(
                    f"designs.{number}.{p.field}",
                    p.value,
                    f"Variant {number + 1}, {design.name}: {p.message}",
                    p.allowed,
                )
                for p in fault.problems
            ]
        ) from None


def _of(amount: float, worked: Worked) -> Worked:
    return worked.model_copy(update={"amount": amount})


def _row(key: str, name: str, kind: RowKind, figures: list[Worked], more: bool | None) -> Row:
    values = [f.amount for f in figures]
    return Row(
        key=key, name=name, kind=kind, values=values, upto=None, better=_better(values, more), working=figures
    )


def _better(values: Sequence[float], more: bool | None) -> list[int]:
    """Places of the best value; none where all are alike within a thousandth, or neither more nor less is
    better.
    """
    if more is None or not values:
        return []
    pick: Callable[[Sequence[float]], float] = max if more else min
    best = pick(values)
    alike = [n for n, v in enumerate(values) if abs(v - best) <= max(1e-9, abs(best) * 1e-3)]
    return [] if len(alike) == len(values) else alike


def _area(p: Plan) -> Worked:
    worked = p[INSIDE].working["area_m2"]
    return Worked(amount=p[INSIDE].area_m2, unit="m²", working=worked.working, assumptions=worked.assumptions)


def _cuts(p: Plan) -> Worked:
    count = sum(c.count for c in p[CUTS])
    words = " + ".join(f"{c.label} {c.count}" for c in p[CUTS])
    said = f"{words} = {count}" if words else f"nothing to saw: {count}"
    return Worked(amount=count, unit="pieces", working=said)


def _hours(p: Plan, rates: Rates) -> Worked:
    in_the_ground = p[STRENGTH].posts is not None
    counts = [
        ("pieces cut", sum(c.count for c in p[CUTS]), rates.cut),
        ("fixings", sum(f.count for f in p[FIXINGS]), rates.fixing),
        (
            "posts dug in",
            sum(part.role.dug for part in p[ASSEMBLY].parts) if in_the_ground else 0,
            rates.post,
        ),
        ("blocks laid", sum(part.role.laid for part in p[ASSEMBLY].parts), rates.block),
        ("barrows", p[FILL].barrows, rates.barrow),
        ("sides set out", len(p[OUTSIDE].sides), rates.side),
    ]
    hours = sum(count * minutes for _, count, minutes in counts) / 60
    show = p.show
    words = " + ".join(f"{n} {what} × {show.short(minutes)} min" for what, n, minutes in counts if n)
    return Worked(
        amount=hours,
        unit="h",
        working=f"({words}) ÷ 60 min/h = {show.number(hours, 1)} h",
        assumptions=["one person; fetching, drying and resting are not in it"],
        source=COMMON_PRACTICE,
    )


def _bow(p: Plan) -> Worked:
    worst = max(p[STRENGTH].members, key=lambda m: m.bow_mm, default=None)
    if worst is None:
        return Worked(amount=0.0, unit="mm", working=f"nothing of it bends between supports: {p.show.bow(0)}")
    worked = worst.working["bow_mm"]
    return worked.model_copy(
        update={"amount": worst.bow_mm, "working": f"{worst.what} of {worst.side}: {worked.working}"}
    )


def _looks(p: Plan) -> Worked:
    found = [w.code for w in _alarms(p)]
    return Worked(amount=len(found), unit="", working=f"{', '.join(found) or 'nothing'}: {len(found)}")


def _low_beds(plans: Sequence[Plan]) -> list[Row]:
    """What as many blocks plant when they are laid in low beds of one course, beside what is planted as it
    is; only where one of them is of blocks.
    """
    if not any("blocks" in p[FACTS] for p in plans):
        return []
    return [
        _row(
            "low_beds_area",
            "Planted, its blocks laid as low beds",
            "area",
            [_low(p) for p in plans],
            more=True,
        )
    ]


def _low(p: Plan) -> Worked:
    blocks, area = p[FACTS].get("blocks"), p[INSIDE].area_m2
    if blocks is None:
        return Worked(amount=area, unit="m²", working="no blocks in it: as it is")
    beds, show = p[OUTSIDE].courses, p.show
    return Worked(
        amount=area * beds,
        unit="m²",
        working=(
            f"{p.show.number(blocks.amount)} blocks in beds of one course: {beds} × {show.area(area * 1e6)} ="
            f" {show.area(area * beds * 1e6)}"
        ),
        assumptions=["each as long and as wide as this one"],
    )


def _life(plans: Sequence[Plan]) -> list[Row]:
    """How long the first thing lasts that the bed stands by: the shortest-lived wood against the soil,
    where there is any.
    """
    found = [_shortest_lived(p) for p in plans]
    if any(species is None for species in found):
        return []
    woods = [species for species in found if species is not None]
    low, high = ([float(w.life_years[n]) for w in woods] for n in (0, 1))
    working = [
        Worked(
            amount=w.life_years[0],
            unit="years",
            working=(
                f"{w.name}, the shortest-lived against the soil: {w.life_years[0]} to {w.life_years[1]} years"
            ),
            assumptions=["no liner, no yearly oil; both lengthen it"],
            source=COMMON_PRACTICE,
        )
        for w in woods
    ]
    better = _better([a + b for a, b in zip(low, high, strict=True)], more=True)
    return [
        Row(key="life", name="Lasts", kind="years", values=low, upto=high, better=better, working=working)
    ]


def _shortest_lived(plan: Plan) -> Species | None:
    book, named = plan.book, plan.design.loads.species
    bent = {m.stock for m in plan[STRENGTH].members if book.find_timber(m.stock)}
    stocks = bent or {c.stock for c in plan[CUTS] if book.find_timber(c.stock)}
    timbers = [t for key in stocks if (t := book.find_timber(key))]
    woods = [s for t in timbers if (s := book.find_species(named or t.species))]
    return min(woods, key=lambda s: s.life_years, default=None)
