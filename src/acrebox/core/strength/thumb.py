"""The rule of thumb beside the computed answer, and why the two differ."""

from collections.abc import Iterable

from acrebox.core.assembly import Span, WallAlong
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.bending import Bent


def rule_for(member: Bent, spans: Iterable[Span]) -> float | None:
    """The limit by rule of thumb [mm] for a member that has one."""
    case = member.case
    if not (isinstance(case, WallAlong) and case.by_rule):
        return None
    on_studs = case.between == "studs"
    return next((s.rule for s in spans if s.side == case.side and (s.between == "studs") == on_studs), None)


def beside_the_rule(member: Bent, rule: float | None, show: Printer) -> str:
    """The computed answer beside a rule of thumb [mm], in words; nothing where there is no rule."""
    if rule is None:
        return ""
    span, by_rule = member.case.span, member.case.span <= rule + 1
    if member.holds and by_rule:
        return "the rule of thumb agrees"
    if not member.holds and not by_rule:
        return f"the rule of thumb says the same: one every {show.length(rule)}"
    if member.holds:
        return (
            f"the rule of thumb wants one every {show.length(rule)}: it knows neither this depth of soil nor"
            " this wood"
        )
    return (
        f"the rule of thumb would allow {show.length(rule)}:"
        f" {'it does not know how deep the soil is' if span <= rule else ''}"
    )
