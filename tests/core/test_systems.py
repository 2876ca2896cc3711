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
from acrebox.core.plan import plan_bed
from acrebox.core.plan.starts import STARTS
from acrebox.core.yard.groups import yard_groups
from mixing import MIXED, mixed, words_of
from strategies import full_design


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
