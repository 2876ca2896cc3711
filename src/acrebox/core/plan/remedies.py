"""Remedies: small changes of a design that bring right what was seen, each tried before it is offered, cheapest first."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ConfigDict

from acrebox.core.design import Design, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.printing import Printer
from acrebox.core.plan.build import plan_bed
from acrebox.core.plan.model import Plan
from acrebox.core.plan.strength_model import MemberStrength
from acrebox.core.stock import Catalogue, catalogue

STEP_MM = 25.0
STRONG = ("will-bow", "bow", "weak-posts")
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


def remedies(design: Design) -> list[Remedy]:
    """What would bring right the watch-outs that have a remedy; each one offered removes the watch-outs it answers.

    Raises DesignError when the design itself cannot be planned.
    """
    before = plan_bed(design)
    seen = {w.code for w in before.watch_outs if w.level != "note" and w.accepted is None}
    found = []
    for attempt in _tries(design, before, seen, Printer(design.system)):
        try:
            changed = read_design(attempt.document)
            after = plan_bed(changed)
        except DesignError:
            continue
        left = {w.code for w in after.watch_outs if w.level != "note" and w.accepted is None}
        gone = sorted(seen - left)
        if set(attempt.answers) & seen <= set(gone) and gone and not left - seen:
            found.append(
                Remedy(
                    words=attempt.words,
                    answers=gone,
                    cost=round(after.totals.cost - before.totals.cost, 2),
                    sticks=after.totals.sticks - before.totals.sticks,
                    design=changed,
                )
            )
    return sorted(found, key=lambda r: r.cost)


def _with(document: Document, path: str, value: Any) -> Document:
    head, _, rest = path.partition(".")
    return {**document, head: _with(document.get(head) or {}, rest, value) if rest else value}


def _tries(design: Design, plan: Plan, seen: set[str], show: Printer) -> Iterator[_Try]:
    document, book = design.document(), catalogue()
    if seen & set(STRONG):
        yield from _closer(document, plan, show)
        yield from _thicker(document, design, plan, book)
    if seen & {"untied", *STRONG} and design.add_ons.ties is None:
        yield _Try(
            "Cross ties by the rule",
            ("untied",),
            _with(
                document,
                "add_ons.ties",
                {"stock": "spruce-2x4" if show.system == "imperial" else "larch-45x70"},
            ),
        )
    if "untied" in seen and design.add_ons.straps is None:
        yield _Try("A steel strap round it", ("untied",), _with(document, "add_ons.straps", {"count": 1}))
    if "raw-sheet-edge" in seen:
        yield _Try(
            "A cap over the edge",
            ("raw-sheet-edge",),
            _with(
                document,
                "add_ons.cap",
                {"board": "2x6" if show.system == "imperial" else "larch-27x145", "overhang": "20 mm"},
            ),
        )
    if "post-shallow" in seen:
        yield _Try(
            "Posts as deep as they stand high",
            ("post-shallow",),
            _with(document, "construction.post_depth", "as_deep_as_tall"),
        )


def _failing(plan: Plan, between: str) -> list[MemberStrength]:
    return [
        m
        for m in plan.strength.members
        if m.between == between and (not m.holds or (m.rule_mm is not None and m.span_mm > m.rule_mm + 1))
    ]


def _closer(document: Document, plan: Plan, show: Printer) -> Iterator[_Try]:
    """Supports as close as the longest span allowed, and as close as the rule of thumb where that is closer."""
    for between, field in (("posts", "post_limit"), ("studs", "stud_limit")):
        failing = _failing(plan, between)
        limits = {int(m.longest_mm // STEP_MM) * STEP_MM for m in failing} | {
            m.rule_mm for m in failing if m.rule_mm
        }
        posts = plan.strength.posts
        if between == "posts" and posts and posts.stress_ratio > 1.0:
            limits.add(int(posts.spacing_mm / posts.stress_ratio // STEP_MM) * STEP_MM)
        for limit in sorted(limits, reverse=True):
            answers = tuple(c for c in STRONG if c != "weak-posts")
            yield _Try(
                f"A {between[:-1]} at least every {show.length(limit)}",
                answers,
                _with(document, f"construction.{field}", f"{limit:g} mm"),
            )


def _thicker(document: Document, design: Design, plan: Plan, book: Catalogue) -> Iterator[_Try]:
    """The next thicker stocks for what bends and for the posts; heights are counted in courses then."""
    fields = {
        "boards": ("board", "post"),
        "sleepers": ("sleeper", "post"),
        "staves": ("rail", "post"),
        "framed_sheet": ("rail", "post"),
    }[design.construction.kind]
    for field in fields:
        now = book.find_timber(getattr(design.construction, field))
        if now is None:
            continue
        thicker = sorted(
            (t for t in book.timber if t.use == now.use and t.thickness.mm > now.thickness.mm + 1),
            key=lambda t: (t.thickness.mm, abs(t.width.mm - now.width.mm)),
        )
        for timber in thicker[:3]:
            changed = _with(
                _with(document, f"construction.{field}", timber.key), f"construction.{field}_measured", {}
            )
            if design.height is not None and design.construction.kind in ("boards", "sleepers"):
                courses = max(1, round(plan.outside.height_mm / timber.width.mm))
                changed = {k: v for k, v in changed.items() if k != "height"} | {"courses": courses}
            yield _Try(f"{timber.name} for the {field}s", (), changed)
