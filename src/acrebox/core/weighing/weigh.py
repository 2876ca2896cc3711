"""The rows of the comparison, each from the plan of its variant alone."""

import tomllib
from collections.abc import Callable, Sequence
from functools import cache
from importlib.resources import files
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from acrebox.core.design import Design
from acrebox.core.errors import DesignError, Problem, refuse
from acrebox.core.plan import Plan, plan_bed
from acrebox.core.stock import Catalogue, catalogue
from acrebox.core.worked import COMMON_PRACTICE, Worked

MOST_VARIANTS = 4
Minutes = Annotated[float, Field(ge=0, le=600)]


@cache
def _usual() -> dict[str, float]:
    return dict(
        tomllib.loads(files("acrebox.core.weighing").joinpath("rates.toml").read_text("utf-8"))["minutes"]
    )


class Rates(BaseModel):
    """Minutes of work for each thing done; common practice unless changed."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    cut: Minutes = Field(default_factory=lambda: _usual()["cut"])
    fixing: Minutes = Field(default_factory=lambda: _usual()["fixing"])
    post: Minutes = Field(default_factory=lambda: _usual()["post"])
    barrow: Minutes = Field(default_factory=lambda: _usual()["barrow"])
    side: Minutes = Field(default_factory=lambda: _usual()["side"])


class Row(BaseModel):
    """One figure of every variant; `better` are the places of the better ones, none where they are alike or it is no question."""

    model_config = ConfigDict(frozen=True)

    key: str
    name: str
    kind: Literal["area", "volume", "money", "weight", "count", "hours", "length", "years"]
    values: list[float]
    upto: list[float] | None
    better: list[int]
    working: list[Worked]


class Weighed(BaseModel):
    """Variants by name, their rows, and what each needs a look for."""

    model_config = ConfigDict(frozen=True)

    names: list[str]
    rates: Rates
    rows: list[Row]
    needs_a_look: list[list[str]]
    plans: list[Plan]


def weigh(designs: Sequence[Design], rates: Rates | None = None) -> Weighed:
    """Put up to four designs side by side.

    Raises DesignError that names the variant and its field when one cannot be planned, or there are too many.
    """
    if not 1 <= len(designs) <= MOST_VARIANTS:
        raise refuse(
            "designs", len(designs), "That many variants cannot be put side by side.", f"1 to {MOST_VARIANTS}"
        )
    plans = [_plan(n, design) for n, design in enumerate(designs)]
    rates, book = rates or Rates(), catalogue()
    pairs = list(zip(designs, plans, strict=True))
    rows = [
        _row("growing_area", "Growing area", "area", [_area(p) for p in plans], more=True),
        _row(
            "inside_volume",
            "Soil, settled",
            "volume",
            [_of(p.inside.volume_l, p.inside.working["volume_l"]) for p in plans],
            more=None,
        ),
        _row(
            "stock_cost",
            "Stock and fixings",
            "money",
            [_of(p.totals.stock_cost, p.totals.working["stock_cost"]) for p in plans],
            more=False,
        ),
        _row(
            "fill_cost",
            "Fill",
            "money",
            [_of(p.totals.fill_cost, p.fill.working["cost"]) for p in plans],
            more=False,
        ),
        _row(
            "cost",
            "Cost together",
            "money",
            [_of(p.totals.cost, p.totals.working["cost"]) for p in plans],
            more=False,
        ),
        _row(
            "weight",
            "Weight, filled and wet",
            "weight",
            [_of(p.totals.weight_kg, p.totals.working["weight_kg"]) for p in plans],
            more=False,
        ),
        _row("cuts", "Cuts", "count", [_cuts(p) for p in plans], more=False),
        _row("hours", "Hours of work", "hours", [_hours(p, rates) for p in plans], more=False),
        _row("bow", "Bows at most", "length", [_bow(p) for p in plans], more=False),
        _row(
            "height",
            "Height",
            "length",
            [_of(p.outside.height_mm, p.outside.working["height_mm"]) for p in plans],
            more=None,
        ),
        _life(pairs, book),
        _row("watch_outs", "Things that need a look", "count", [_looks(p) for p in plans], more=False),
    ]
    looks = [[w.message for w in p.watch_outs if w.level != "note" and w.accepted is None] for p in plans]
    return Weighed(names=[d.name for d in designs], rates=rates, rows=rows, needs_a_look=looks, plans=plans)


def _plan(number: int, design: Design) -> Plan:
    try:
        return plan_bed(design)
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


def _row(key: str, name: str, kind: str, figures: list[Worked], more: bool | None) -> Row:
    values = [f.amount for f in figures]
    return Row(
        key=key, name=name, kind=kind, values=values, upto=None, better=_better(values, more), working=figures
    )


def _better(values: Sequence[float], more: bool | None) -> list[int]:
    """Places of the best value; none where all are alike within a thousandth, or neither more nor less is better."""
    if more is None or not values:
        return []
    pick: Callable[[Sequence[float]], float] = max if more else min
    best = pick(values)
    alike = [n for n, v in enumerate(values) if abs(v - best) <= max(1e-9, abs(best) * 1e-3)]
    return [] if len(alike) == len(values) else alike


def _area(p: Plan) -> Worked:
    return Worked(
        amount=p.inside.area_m2,
        unit="m²",
        working=p.inside.working["area_m2"].working,
        assumptions=p.inside.working["area_m2"].assumptions,
    )


def _pieces(p: Plan) -> int:
    return sum(c.count for c in p.cuts)


def _cuts(p: Plan) -> Worked:
    return Worked(
        amount=_pieces(p),
        unit="pieces",
        working=" + ".join(f"{c.label} {c.count}" for c in p.cuts) + f" = {_pieces(p)}",
    )


def _hours(p: Plan, rates: Rates) -> Worked:
    posts = sum("post" in c.role for c in p.cuts for _ in range(c.count)) if p.strength.posts else 0
    counts = [
        ("pieces cut", _pieces(p), rates.cut),
        ("fixings", sum(f.count for f in p.fixings), rates.fixing),
        ("posts dug in", posts, rates.post),
        ("barrows", p.fill.barrows, rates.barrow),
        ("sides set out", len(p.outside.sides), rates.side),
    ]
    hours = sum(count * minutes for _, count, minutes in counts) / 60
    words = (
        " + ".join(f"{count} {what} × {minutes:g} min" for what, count, minutes in counts)
        + f" = {hours:.1f} h"
    )
    return Worked(
        amount=hours,
        unit="h",
        working=words,
        assumptions=["one person; fetching, drying and resting are not in it"],
        source=COMMON_PRACTICE,
    )


def _bow(p: Plan) -> Worked:
    worst = max(p.strength.members, key=lambda m: m.bow_mm)
    return Worked(
        amount=worst.bow_mm,
        unit="mm",
        working=f"{worst.what} of {worst.side}: {worst.working['bow_mm'].working}",
        assumptions=worst.working["bow_mm"].assumptions,
        source=worst.working["bow_mm"].source,
    )


def _looks(p: Plan) -> Worked:
    found = [w.code for w in p.watch_outs if w.level != "note" and w.accepted is None]
    return Worked(amount=len(found), unit="", working=", ".join(found) or "nothing")


def _life(pairs: Sequence[tuple[Design, Plan]], book: Catalogue) -> Row:
    """How long the first thing lasts that the bed stands by: the shortest-lived wood against the soil."""
    low, high, working = [], [], []
    for design, plan in pairs:
        stocks = {m.stock for m in plan.strength.members if book.find_timber(m.stock)} or {
            c.stock for c in plan.cuts if book.find_timber(c.stock)
        }
        named = design.loads.species
        woods = [
            s
            for key in stocks
            if (t := book.find_timber(key)) and (s := book.find_species(named or t.species))
        ]
        worst = min(woods, key=lambda s: s.life_years)
        low.append(float(worst.life_years[0]))
        high.append(float(worst.life_years[1]))
        words = (
            f"{worst.name}, the shortest-lived against the soil: {worst.life_years[0]} to"
            f" {worst.life_years[1]} years"
        )
        working.append(
            Worked(
                amount=worst.life_years[0],
                unit="years",
                working=words,
                assumptions=["no liner, no yearly oil; both lengthen it"],
                source=COMMON_PRACTICE,
            )
        )
    return Row(
        key="life",
        name="Lasts",
        kind="years",
        values=low,
        upto=high,
        better=_better([a + b for a, b in zip(low, high, strict=True)], more=True),
        working=working,
    )
