"""The one registry of watch-outs, what a rule sees, and what it says."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal

from pydantic import BaseModel, ConfigDict

from acrebox.core.chapter import Seen
from acrebox.core.stages import stage as stage_of

Level = Literal["stop", "fix", "note"]


class WatchOut(BaseModel):
    """What was seen (with its numbers), why it matters, what to do; the field that caused it; a reason
    once accepted.
    """

    model_config = ConfigDict(frozen=True)

    code: str
    level: Level
    stage: str
    field: str
    message: str
    why: str
    action: str
    source: str
    accepted: str | None = None

    @property
    def alarm(self) -> bool:
        """Whether it is more than a note."""
        return self.level != "note"

    @property
    def unanswered(self) -> bool:
        """Whether it is more than a note, and nobody accepted it."""
        return self.alarm and self.accepted is None


@dataclass(frozen=True)
class Finding:
    """What a rule saw, before the registry adds what never changes about the rule."""

    message: str
    action: str
    level: Level | None = None
    field: str | None = None


Rule = Callable[[Seen], Iterable[Finding]]


@dataclass(frozen=True, kw_only=True)
class _Entry:
    code: str
    stage: str
    level: Level
    field: str
    why: str
    source: str
    rule: Rule


_entries: dict[str, _Entry] = {}


def rule(
    code: str, *, stage: str, level: Level, field: str, why: str, source: str = "common practice"
) -> Callable[[Rule], Rule]:
    """Register a watch-out; a code used twice fails at import."""

    def add(function: Rule) -> Rule:
        if code in _entries:
            raise ValueError(f"watch-out '{code}' is registered twice")
        stage_of(stage)
        _entries[code] = _Entry(
            code=code, stage=stage, level=level, field=field, why=why, source=source, rule=function
        )
        return function

    return add


def forget(code: str) -> None:
    """Take a rule away again, as a test does with its own."""
    del _entries[code]


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
