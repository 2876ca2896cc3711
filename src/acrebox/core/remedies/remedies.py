"""Remedies: small changes of a design that bring right what was seen, each tried before it is offered.

They stand above the chapters: a try is a design, worked out as every other, and what it shares with the bed
is not worked out again. Its strength alone is worked out first; only what cures goes on to its price and to
all the watch-outs. Nothing here knows which construction it mends.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ConfigDict

from acrebox.core.assembly import UsedTimber
from acrebox.core.data import amount, read_as
from acrebox.core.design import Design, put_at, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.convert import MM_PER_INCH
from acrebox.core.measure.systems import System
from acrebox.core.measure.telling import told
from acrebox.core.plan import (
    ASSEMBLY,
    INSIDE,
    OUTSIDE,
    STRENGTH_CHECK,
    TOTALS,
    WATCH_OUTS,
    Plan,
    open_plan,
    plan_bed,
)
from acrebox.core.plan.starts import STARTS
from acrebox.core.stock import Timber
from acrebox.core.strength import POST_LIMIT, Bent, StrengthCheck, factor
from acrebox.core.yard import LONE, Yard

STEP_MM = {System.METRIC: 50.0, System.IMPERIAL: 3 * float(MM_PER_INCH)}
"""Spacings are offered in whole steps of these."""
MOST_THICKER = 2
MOST_PRICED = 6
FILE = ("remedies", "remedies.toml")
STRONG = ("will-bow", "bow", "weak-posts", "post-shallow", "untied", "laid-loose", "ring-seam", "tie-weak")
Document = dict[str, Any]


class Remedy(BaseModel):
    """One change in words, what it answers, what it costs more or less, and the design with it made. A
    `whole` one leaves nothing of the strength to look at.
    """

    model_config = ConfigDict(frozen=True)

    words: str
    answers: list[str]
    changes: list[str]
    whole: bool
    cost: float
    sticks: int
    design: Design


@dataclass(frozen=True)
class _Try:
    words: str
    document: Document
    strong: bool = True


def _amount(name: str, built: System = System.METRIC) -> float:
    """An amount of the data file by its name, a length as is round in a system."""
    return amount(*FILE, name, built)


def remedies(design: Design, yard: Yard = LONE, shown: System | None = None) -> list[Remedy]:
    """What would bring right the watch-outs that have a remedy, whole cures first, then by cost; each one
    offered removes the watch-outs it answers and brings no other.

    Raises DesignError when the design itself cannot be planned.
    """
    before = plan_bed(design, yard, shown=shown)
    seen = _alarms(before)
    most = _amount("dearest") * before[TOTALS].cost
    found: list[Remedy] = []
    for attempt in _promising(before, seen, yard):
        try:
            after = plan_bed(read_design(attempt.document, yard.units), yard, shown=shown)
        except DesignError:
            continue  # it would hold, but cannot be cut or laid
        left = _alarms(after)
        gone = sorted(seen - left)
        cost = round(after[TOTALS].cost - before[TOTALS].cost, 2)
        if gone and not left - seen and cost <= most:
            found.append(
                Remedy(
                    words=attempt.words,
                    answers=gone,
                    changes=_changes(before, after),
                    whole=not left & set(STRONG),
                    cost=cost,
                    sticks=after[TOTALS].sticks - before[TOTALS].sticks,
                    design=after.asked,
                )
            )
    found.sort(key=lambda r: (not r.whole, r.cost))
    once = {(r.cost, r.sticks, tuple(r.answers)): r for r in reversed(found)}
    return sorted(once.values(), key=lambda r: (not r.whole, r.cost))


def _promising(before: Plan, seen: set[str], yard: Yard) -> Iterator[_Try]:
    """The tries whose strength is better, whole cures first, and no more of them than are worth pricing."""
    whole: list[_Try] = []
    part: list[_Try] = []
    worst = _worst(before[STRENGTH_CHECK])
    for attempt in _tries(before, seen):
        if not attempt.strong:
            yield attempt
            continue
        try:
            check = open_plan(read_design(attempt.document, yard.units), yard)[STRENGTH_CHECK]
        except DesignError:
            continue
        if check.holds:
            whole.append(attempt)
        elif _worst(check) < worst - 0.05:
            part.append(attempt)
    yield from [*whole, *part][:MOST_PRICED]


def _worst(check: StrengthCheck) -> float:
    """How much of what is allowed the worst of a bed takes."""
    uses = [m.use for m in check.members]
    if check.posts:
        deep = check.posts.wanted / max(1.0, check.posts.below) if check.posts.alone else 0.0
        uses += [check.posts.stress_ratio, deep]
    uses += [factor("laid_safety") / min(x.slide, x.tip) for x in check.laid]
    uses += [h.lowest / h.takes for h in check.hoops]
    uses += [t.pull / t.takes for t in check.ties if t.takes]
    return max(uses, default=0.0)


def _changes(before: Plan, after: Plan) -> list[str]:
    """What else a remedy changes of the bed: its height, its room, its soil."""
    show, said = before.show, []
    taller = after[OUTSIDE].height_mm - before[OUTSIDE].height_mm
    if abs(taller) > 1.0:
        said.append(f"the bed stands {show.length(abs(taller))} {'higher' if taller > 0 else 'lower'}")
    room = after[INSIDE].volume_l - before[INSIDE].volume_l
    if abs(room) > _amount("room") * before[INSIDE].volume_l:
        said.append(f"it holds {show.volume(abs(room))} {'more' if room > 0 else 'less'} soil")
    return said


def _alarms(plan: Plan) -> set[str]:
    return {w.code for w in plan[WATCH_OUTS] if w.unanswered}


def _tries(plan: Plan, seen: set[str]) -> Iterator[_Try]:
    """The usual changes, the cheap ones first."""
    add_ons, document, starts = plan.design.add_ons, plan.asked.document(), plan[STARTS]
    capped = put_at(document, "add_ons.cap", starts["add_ons.cap"])
    if "raw-sheet-edge" in seen:
        yield _Try("A cap over the edge", capped, strong=False)
        if "guard" in document["construction"]:
            yield _Try(
                "Slit hose over the edge", put_at(document, "construction.guard", "hose"), strong=False
            )
    if not seen & set(STRONG):
        return
    yield from _closer(document, plan)
    yield from _deeper(document, plan)
    yield from _switched(document)
    if add_ons.ties is None:
        ties = {"stock": starts["add_ons.ties"]["stock"], "levels": "top_and_bottom"}
        yield _Try("Cross ties by the rule, top and bottom", put_at(document, "add_ons.ties", ties))
        for count, words in ((1, "One cross tie"), (2, "Two cross ties"), (3, "Three cross ties")):
            more = put_at(document, "add_ons.ties", {**ties, "count": count})
            yield _Try(f"{words} a side, top and bottom", more)
    elif "tie-weak" in seen:
        for count, words in ((2, "Two"), (3, "Three"), (4, "Four")):
            more = put_at(document, "add_ons.ties.levels", "top_and_bottom")
            more = put_at(more, "add_ons.ties.count", count)
            yield _Try(f"{words} cross ties a side, top and bottom", more)
    if add_ons.cap is None:
        yield _Try("A cap board along the top", capped)
    yield from _thicker(document, plan)
    yield from _lower(document)


@dataclass(frozen=True, kw_only=True)
class _Switch:
    field: str
    to: str
    words: str
    source: str
    also: dict[str, str] | None = None


def _switched(document: Document) -> Iterator[_Try]:
    """Another answer to a question that this construction asks."""
    for switch in read_as(list[_Switch], *FILE, "switch"):
        now = document["construction"].get(switch.field)
        if now is not None and not str(now).startswith("posts") and now != switch.to:
            changed = put_at(document, f"construction.{switch.field}", switch.to)
            for name, answer in (switch.also or {}).items():
                changed = put_at(changed, f"construction.{name}", answer)
            yield _Try(switch.words, changed)


def _lower(document: Document) -> Iterator[_Try]:
    """One course less, said as what it is."""
    courses = document.get("courses")
    if isinstance(courses, int) and courses > 1:
        fewer = f"{courses - 1} course{'s' if courses > 2 else ''}"
        yield _Try(f"{fewer} instead of {courses}", {**document, "courses": courses - 1})


def _closer(document: Document, plan: Plan) -> Iterator[_Try]:
    """Supports one more to a side, and as close as what bends could span."""
    check = plan[STRENGTH_CHECK]
    limits: dict[tuple[str, str], set[float]] = {}
    for member in check.members:
        if member.case.limit_field and not member.holds:
            between = "studs" if member.case.between == "studs" else "posts"
            limits.setdefault((member.case.limit_field, between), set()).update(_spans(member, plan))
    posts = check.posts
    if posts and not posts.holds:
        wanted = limits.setdefault((POST_LIMIT, "posts"), set())
        wanted.update(_stepped(posts.bay / n, plan) for n in (1.5, 2, 3))
    show = plan.show
    for (field, what), apart in limits.items():
        for limit in sorted((a for a in apart if a >= _amount("closest", show.built)), reverse=True)[:3]:
            words = f"A {what[:-1]} at least every {show.length(limit)}"
            yield _Try(words, put_at(document, field, show.typed(limit)))


def _spans(member: Bent, plan: Plan) -> set[float]:
    """Half and a third of what it spans, and as far as it could."""
    span = member.case.span
    step = STEP_MM[plan.show.built]
    return {_stepped(length, plan) for length in (member.longest, span / 2 + step, span / 3 + step)}


def _stepped(length: float, plan: Plan) -> float:
    step = STEP_MM[plan.show.built]
    return int(length // step) * step


def _deeper(document: Document, plan: Plan) -> Iterator[_Try]:
    """Posts in the ground, or deeper in it, by the schools that are deeper."""
    stance, posts = plan[ASSEMBLY].stance, plan[STRENGTH_CHECK].posts
    if stance is None:
        return
    if stance.below > 0 and (posts is None or posts.deep_enough):
        return
    bare = {k: v for k, v in document["construction"].items() if k != "post_below"}
    for school, words in (
        ("concrete", "Posts {300 mm|12 in} deep in concrete"),
        ("as_deep_as_tall", "Posts as deep as they stand high"),
        ("driven", "Posts driven {600 mm|24 in} deep"),
    ):
        deeper = {**document, "construction": {**bare, "post_depth": school}}
        yield _Try(told(words, plan.show), deeper)


def _thicker(document: Document, plan: Plan) -> Iterator[_Try]:
    """The next thicker stocks for what bends and for the posts, the height kept or counted in courses of the
    new one.
    """
    book, check = plan.book, plan[STRENGTH_CHECK]
    stocks = {m.case.stock for m in check.members if not m.holds}
    stocks |= {check.posts.stock} if check.posts and not check.posts.holds else set()
    for used in plan[ASSEMBLY].timbers:
        now = book.find_timber(used.stock)
        if now is None or used.stock not in stocks or not used.field.startswith("construction."):
            continue
        alike = [t for t in book.timber if t.use == now.use and t.system is now.system]
        thicker = [t for t in alike if t.thickness.mm > now.thickness.mm + 1]
        thicker.sort(key=lambda t: (t.thickness.mm, abs(t.width.mm - now.width.mm)))
        for timber in thicker[:MOST_THICKER]:
            changed = put_at(put_at(document, used.field, timber.key), f"{used.field}_measured", {})
            field = used.field.removeprefix("construction.")
            yield _Try(f"{timber.name} for the {field}s", _stacked(changed, plan, used, timber))


def _stacked(changed: Document, plan: Plan, used: UsedTimber, timber: Timber) -> Document:
    """As many courses as keep the height, where the stock that changes is what is stacked."""
    tall = plan[OUTSIDE].height_mm
    stacks = (
        abs(plan[ASSEMBLY].whole_course - used.width) < 1.0
        and "courses" in plan.design.construction.measured_by
    )
    if not stacks:
        return changed
    courses = max(1, round(tall / timber.width.mm + 0.49))
    return {k: v for k, v in changed.items() if k != "height"} | {"courses": courses}
