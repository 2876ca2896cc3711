"""All beds of a yard, planned in their order: a stick of the pile is promised once."""

from collections.abc import Iterator, Sequence
from typing import Any

from acrebox.core.errors import DesignError, Problem
from acrebox.core.plan.book import SCHEMA, Plan, plan_bed
from acrebox.core.plan.figures import alone, used_of_pile
from acrebox.core.plan.totals import TOTALS
from acrebox.core.yard import Yard, check_yard, left_over, read_yard


def plan_beds(yard: Yard, effort: float = 1.0) -> Iterator[Plan]:
    """The Plan of every bed, each with what the beds before it leave of the pile.

    Raises DesignError naming every field at fault of every bed, after `beds.` and its place.
    """
    pile, problems = yard.pile, list[Problem]()
    for n, design in enumerate(yard.beds):
        try:
            plan = plan_bed(design, yard.model_copy(update={"pile": pile}), effort)
        except DesignError as fault:
            problems += [
                Problem(f"beds.{n}.{p.field}", p.value, p.message, p.allowed) for p in fault.problems
            ]
            continue
        pile = left_over(pile, used_of_pile(plan))
        yield plan
    if problems:
        raise DesignError(problems)


def plan_yard(data: Any, effort: float = 1.0) -> dict[str, Any]:
    """The plans of a Yard document and what they come to bed by bed, as plain JSON values.

    Raises DesignError naming every field at fault.
    """
    yard = check_yard(read_yard(data))
    plans = list(plan_beds(yard, effort))
    return {**around(yard, plans), "beds": [p.document() for p in plans]}


def around(yard: Yard, plans: Sequence[Plan]) -> dict[str, Any]:
    """What stands round the plans of a yard's beds: its name, and what they come to bed by bed."""
    return {"schema": SCHEMA, "name": yard.name, "alone": alone(p[TOTALS] for p in plans).model_dump()}
