"""Sentences in which the two systems of units are mixed."""

import re
from collections.abc import Iterator
from typing import Any

from acrebox.core.measure.systems import System
from acrebox.core.plan import Plan

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
