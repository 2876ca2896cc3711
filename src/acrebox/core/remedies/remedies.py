"""Remedies: small changes of a design that bring right what was seen, each tried before it is offered,
cheapest first.

They stand above the chapters: a try is a design, worked out as every other, and what it shares with the
bed is not worked out again. Nothing here knows which construction it mends.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ConfigDict

from acrebox.core.assembly import UsedTimber, WallAlong
from acrebox.core.design import Design, read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import ASSEMBLY, OUTSIDE, STRENGTH, STRENGTH_CHECK, TOTALS, WATCH_OUTS, Plan, plan_bed
from acrebox.core.stock import Catalogue, Timber, catalogue
from acrebox.core.yard import LONE, Yard

STEP_MM = 25.0
MOST_THICKER = 3
STRONG = ("will-bow", "bow", "weak-posts")
IMPERIAL = {"tie": "spruce-2x4", "cap": "2x6"}
METRIC = {"tie": "larch-45x70", "cap": "larch-27x145"}
Document = dict[str, Any]


class Remedy(BaseModel):
    """One change in words, what it answers, what it costs more or less, and the design with it made."""

    model_config = ConfigDict(frozen=True)

    words: str
    answers: list[str]
    cost: float
    sticks: int
    design: Design


@dataclass(frozen=True)
class _Try:
    words: str
    answers: tuple[str, ...]
    document: Document


def remedies(design: Design, yard: Yard = LONE) -> list[Remedy]:
    """What would bring right the watch-outs that have a remedy; each one offered removes the watch-outs
    it answers.

    Raises DesignError when the design itself cannot be planned.
    """
    before = plan_bed(design, yard)
    seen = _alarms(before)
    found = []
    for attempt in _tries(before, seen):
        try:
            after = plan_bed(read_design(attempt.document), yard)
        except DesignError:
            continue
        left = _alarms(after)
        gone = sorted(seen - left)
        if set(attempt.answers) & seen <= set(gone) and gone and not left - seen:
            found.append(
                Remedy(
                    words=attempt.words,
                    answers=gone,
                    cost=round(after[TOTALS].cost - before[TOTALS].cost, 2),
                    sticks=after[TOTALS].sticks - before[TOTALS].sticks,
                    design=after.asked,
                )
            )
    return sorted(found, key=lambda r: r.cost)


def _alarms(plan: Plan) -> set[str]:
    return {w.code for w in plan[WATCH_OUTS] if w.level != "note" and w.accepted is None}


def _with(document: Document, path: str, value: Any) -> Document:
    head, _, rest = path.partition(".")
    return {**document, head: _with(document.get(head) or {}, rest, value) if rest else value}


def _tries(plan: Plan, seen: set[str]) -> Iterator[_Try]:
    design, document = plan.design, plan.asked.document()
    usual = IMPERIAL if design.system == "imperial" else METRIC
    if seen & set(STRONG):
        yield from _closer(document, plan)
        yield from _thicker(document, plan, catalogue())
    if seen & {"untied", *STRONG} and design.add_ons.ties is None:
        yield _Try(
            "Cross ties by the rule", ("untied",), _with(document, "add_ons.ties", {"stock": usual["tie"]})
        )
    if "untied" in seen and design.add_ons.straps is None:
        yield _Try("A steel strap round it", ("untied",), _with(document, "add_ons.straps", {"count": 1}))
    if "raw-sheet-edge" in seen:
        cap = {"board": usual["cap"], "overhang": "20 mm"}
        yield _Try("A cap over the edge", ("raw-sheet-edge",), _with(document, "add_ons.cap", cap))
    if "post-shallow" in seen:
        deep = _with(document, "construction.post_depth", "as_deep_as_tall")
        yield _Try("Posts as deep as they stand high", ("post-shallow",), deep)


def _closer(document: Document, plan: Plan) -> Iterator[_Try]:
    """Supports as close as the longest span allowed, and as close as the rule of thumb where that is
    closer.
    """
    rules = {(m.side, m.between): m.rule_mm for m in plan[STRENGTH].members if m.rule_mm is not None}
    check = plan[STRENGTH_CHECK]
    limits: dict[tuple[str, str], set[float]] = {}
    for member in check.members:
        case = member.case
        rule = rules.get((case.side, case.between)) if isinstance(case, WallAlong) and case.by_rule else None
        if case.limit_field and (not member.holds or (rule is not None and case.span > rule + 1)):
            wanted = limits.setdefault((case.limit_field, case.between), set())
            wanted |= {int(member.longest // STEP_MM) * STEP_MM} | ({rule} if rule else set())
    posts = check.posts
    if posts and posts.stress_ratio > 1.0:
        between = limits.setdefault((posts.case.limit_field, "posts"), set())
        between.add(int(posts.case.bay / posts.stress_ratio // STEP_MM) * STEP_MM)
    show, answers = plan.show, tuple(c for c in STRONG if c != "weak-posts")
    for (field, between_what), apart in limits.items():
        for limit in sorted(apart, reverse=True):
            words = f"A {between_what[:-1]} at least every {show.length(limit)}"
            yield _Try(words, answers, _with(document, field, f"{limit:g} mm"))


def _thicker(document: Document, plan: Plan, book: Catalogue) -> Iterator[_Try]:
    """The next thicker stocks for what bends and for the posts, the height kept or counted in courses of
    the new one.
    """
    bent = {m.case.stock for m in plan[STRENGTH_CHECK].members}
    posts = plan[STRENGTH_CHECK].posts
    stocks = bent | ({posts.case.stock} if posts else set())
    for used in plan[ASSEMBLY].timbers:
        now = book.find_timber(used.stock)
        if now is None or used.stock not in stocks or not used.field.startswith("construction."):
            continue
        thicker = [t for t in book.timber if t.use == now.use and t.thickness.mm > now.thickness.mm + 1]
        thicker.sort(key=lambda t: (t.thickness.mm, abs(t.width.mm - now.width.mm)))
        for timber in thicker[:MOST_THICKER]:
            changed = _with(_with(document, used.field, timber.key), f"{used.field}_measured", {})
            field = used.field.removeprefix("construction.")
            yield _Try(f"{timber.name} for the {field}s", (), _stacked(changed, plan, used, timber))


def _stacked(changed: Document, plan: Plan, used: UsedTimber, timber: Timber) -> Document:
    """The height counted in courses where the stock that changes is what is stacked."""
    design, tall = plan.design, plan[OUTSIDE].height_mm
    stacks = (
        abs(plan[ASSEMBLY].whole_course - used.width) < 1.0 and "courses" in design.construction.measured_by
    )
    if design.height is None or not stacks:
        return changed
    courses = max(1, round(tall / timber.width.mm))
    return {k: v for k, v in changed.items() if k != "height"} | {"courses": courses}
