"""The one registry of watch-outs, what a rule sees, and what it says."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import Literal

from pydantic import BaseModel, ConfigDict

from acrebox.core.assembly import Assembly
from acrebox.core.bench.sticks import SectionCutting
from acrebox.core.design import Design
from acrebox.core.fill import FilledLayer, Purchase
from acrebox.core.fixing import Fixed
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Catalogue
from acrebox.core.strength import StrengthCheck

Level = Literal["stop", "fix", "note"]
Stage = Literal["shape", "bench", "fill"]


class WatchOut(BaseModel):
    """What was seen (with its numbers), why it matters, what to do; the field that caused it; a reason once accepted."""

    model_config = ConfigDict(frozen=True)

    code: str
    level: Level
    stage: Stage
    field: str
    message: str
    why: str
    action: str
    source: str
    accepted: str | None = None


@dataclass(frozen=True)
class Seen:
    """Everything worked out so far, for rules to look at."""

    design: Design
    assembly: Assembly
    book: Catalogue
    sections: Sequence[SectionCutting]
    layers: Sequence[FilledLayer]
    purchases: Sequence[Purchase]
    fixings: Sequence[Fixed]
    strength: StrengthCheck
    show: Printer


@dataclass(frozen=True)
class Finding:
    """What a rule saw, before the registry adds what never changes about the rule."""

    message: str
    action: str
    level: Level | None = None
    field: str | None = None


Rule = Callable[[Seen], Iterable[Finding]]


@dataclass(frozen=True)
class _Entry:
    code: str
    stage: Stage
    level: Level
    field: str
    why: str
    source: str
    rule: Rule


_entries: dict[str, _Entry] = {}


def rule(
    code: str, *, stage: Stage, level: Level, field: str, why: str, source: str = "common practice"
) -> Callable[[Rule], Rule]:
    """Register a watch-out; a code used twice fails at import."""

    def add(function: Rule) -> Rule:
        if code in _entries:
            raise ValueError(f"watch-out '{code}' is registered twice")
        _entries[code] = _Entry(code, stage, level, field, why, source, function)
        return function

    return add


def codes() -> tuple[str, ...]:
    """Every code that can be raised."""
    return tuple(_entries)


def watch_outs(seen: Seen) -> list[WatchOut]:
    """All that the rules find, gravest first within each stage's order; accepted ones carry their reason."""
    reasons = {a.code: a.reason for a in seen.design.accepted}
    found = [
        WatchOut(
            code=e.code,
            level=f.level or e.level,
            stage=e.stage,
            field=f.field or e.field,
            message=f.message,
            why=e.why,
            action=f.action,
            source=e.source,
            accepted=reasons.get(e.code),
        )
        for e in _entries.values()
        for f in e.rule(seen)
    ]
    order: dict[Level, int] = {"stop": 0, "fix": 1, "note": 2}
    ranks = sorted(found, key=lambda w: order[w.level])
    return list({(w.code, w.message): w for w in ranks}.values())
