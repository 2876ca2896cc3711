"""What a newcomer begins with: sound in every outline, planned in one system of units whatever is added."""

from collections.abc import Iterator

import pytest

from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction import registered
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import Plan, plan_bed
from acrebox.core.plan.starts import STARTS
from mixing import MIXED, mixed, words_of


def starts() -> Iterator[tuple[str, System]]:
    for kind in registered():
        for system in System:
            yield kind, system


def alarms(plan: Plan) -> list[str]:
    return [w.code for w in plan.watch_outs if w.level != "note"]


@pytest.mark.parametrize(("kind", "system"), starts())
def test_what_a_newcomer_begins_with_is_sound_and_in_one_system_of_units(kind: str, system: System) -> None:
    start = starting_design(kind, system)
    plan = plan_bed(start)
    assert alarms(plan) == []
    assert mixed(words_of(plan), system) == []
    begun, outlines, added = plan[STARTS], 0, 0
    for path, made in begun.items():
        document = start.document()
        is_outline = path.startswith("outline:")
        if is_outline:
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
            # Panels and frames meet square; a ring that is no circle asks for ties first.
            assert not is_outline or path == ("outline:oval" if kind == "ring" else "outline:regular")
            continue
        outlines, added = outlines + is_outline, added + (not is_outline)
        assert mixed(words_of(other), system) == []
        assert not is_outline or alarms(other) == [], path
    assert outlines >= min(4, sum(path.startswith("outline:") for path in begun) - 1)
    assert outlines + added >= 1
