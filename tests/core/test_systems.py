"""Both systems of units: no plan mixes them, and what is usual is round in each."""

import re
from collections.abc import Iterator
from contextlib import suppress
from fractions import Fraction
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from acrebox.core.choosing.offers import offers, starting_design
from acrebox.core.construction import registered
from acrebox.core.design import Asked, bed_groups, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan import Plan, plan_bed
from acrebox.core.plan.starts import STARTS
from acrebox.core.yard.groups import yard_groups
from strategies import full_design

METRIC = r"mm|cm|m|m²|m³|L|kg|kg/L|kPa|MPa|kN|N|N/m|N·m|kN/m³|cm³|cm⁴|litres?|metres?|millimetres?"
IN = r"in\.?(?! (?:the|all|a|place|it|concrete|what|which|that))"
IMPERIAL = rf"″|′|{IN}|ft|yd|lb|psf|psi|pcf|plf|ft²|ft³|yd³|in³|in⁴|lb·ft|lb/ft³|inch(?:es)?|feet|foot"
MIXED = {
    System.METRIC: re.compile(rf"\d ?(?:{IMPERIAL})(?![\w²³⁴·/])"),
    System.IMPERIAL: re.compile(rf"\d ?(?:{METRIC})(?![\w²³⁴·/])"),
}
# Names of fields that are no words of ours, the units of amounts, and what stands in both systems on purpose.
NOT_WORDS = {"unit", "units", "stock", "key", "item", "material", "understood", "id", "path"}


def said(document: Any) -> Iterator[tuple[str, str]]:
    """Every sentence of a document, with where it stands."""
    left = [("", document)]
    while left:
        at, value = left.pop()
        if isinstance(value, str):
            yield at, value
        elif isinstance(value, dict):
            left += [
                (f"{at}.{name}", part)
                for name, part in value.items()
                if isinstance(part, str | dict | list) and name not in NOT_WORDS
            ]
        elif isinstance(value, list):
            left += [
                (f"{at}.{n}", part) for n, part in enumerate(value) if isinstance(part, str | dict | list)
            ]


def words_of(plan: Plan) -> dict[str, Any]:
    """A plan without the name that its gardener gave it, and without what a field would be set to, which is
    written in the bed's own system.
    """
    said = {key: value for key, value in plan.document().items() if key != "name"}
    facts = {key: {k: v for k, v in fact.items() if k != "to"} for key, fact in said["facts"].items()}
    return {**said, "facts": facts}


def mixed(document: Any, system: System) -> list[tuple[str, str]]:
    return [(at, text) for at, text in said(document) if MIXED[system].search(text)]


def starts() -> Iterator[tuple[str, System]]:
    for kind in registered():
        for system in System:
            yield kind, system


@pytest.mark.parametrize(("kind", "system"), starts())
def test_what_a_newcomer_begins_with_mixes_no_units_in_any_outline_or_with_any_add_on(
    kind: str, system: System
) -> None:
    start = starting_design(kind, system)
    plan = plan_bed(start)
    assert mixed(words_of(plan), system) == []
    begun, tried = plan[STARTS], 0
    for path, made in begun.items():
        document = start.document()
        if path.startswith("outline:"):
            document["outline"] = {"shape": path.removeprefix("outline:"), **made}
        elif path.startswith("add_ons."):
            document["add_ons"] = {**document["add_ons"], path.removeprefix("add_ons."): made}
        else:
            continue
        try:
            other = plan_bed(read_design(document))
        except DesignError as fault:
            told = [f"{p.message} {p.allowed}" for p in fault.problems]
            assert [text for text in told if MIXED[system].search(text)] == []
            continue
        tried += 1
        assert mixed(words_of(other), system) == []
    assert tried >= 1


@settings(max_examples=40, suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much])
@given(full_design(), st.sampled_from(System), st.sampled_from(System))
def test_no_plan_mixes_units_whatever_it_is_planned_in(
    document: dict[str, Any], built: System, shown: System
) -> None:
    with suppress(DesignError):  # some of them cannot be built by the rules of the other system
        plan = plan_bed(read_design({**document, "units": str(built)}), shown=shown)
        assert mixed(words_of(plan), shown) == []


def usual(questions: list[Asked]) -> Iterator[tuple[str, str]]:
    for asked in questions:
        for text in (asked.usual, asked.hint, asked.after, asked.before, *(a.text for a in asked.answers)):
            if text:
                yield asked.path, text
        yield from usual(asked.rows)


@pytest.mark.parametrize("system", System)
def test_no_question_mixes_units_and_its_usual_answer_is_round(system: System) -> None:
    show = Printer(system)
    groups = [g.questions for g in (*bed_groups(show), *yard_groups(show))]
    asked = [*(q for g in groups for q in g), *(q for o in offers(system) for q in o.questions)]
    for path, text in usual(asked):
        if path in (".units", "units", "numbers", "price_list"):
            continue
        assert not MIXED[system].search(text), (path, text)
        if system is System.IMPERIAL and "/" in text and "″" in text:
            # A quarter of an inch, save for a saw's kerf.
            part = Fraction(re.search(r"(\d+)/(\d+)", text)[0])  # type: ignore[index]
            assert part.denominator <= (8 if "kerf" in path else 4), (path, text)


@pytest.mark.parametrize("kind", registered())
def test_starts_and_rules_are_round_in_inches(kind: str) -> None:
    """A U opens at whole inches, posts at whole inches, studs every whole foot."""
    start = starting_design(kind, System.IMPERIAL)
    begun = plan_bed(start)[STARTS]
    for path, made in begun.items():
        if not path.startswith("outline:"):
            continue
        for name, text in made.items():
            if isinstance(text, str):
                assert "/" not in text, (path, name, text)
    for shape in {"rectangle", "u"} & {path.removeprefix("outline:") for path in begun}:
        document = {**start.document(), "outline": {"shape": shape, **begun[f"outline:{shape}"]}}
        sizes = plan_bed(read_design(document)).outside
        limit, quarters = sizes.post_limit_mm / 25.4, sizes.post_mm / 25.4 * 4
        assert limit == pytest.approx(round(limit))
        assert quarters == pytest.approx(round(quarters), abs=1e-3)
