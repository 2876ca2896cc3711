"""A bed's figures for the page of its yard: worked out once, and kept until what they come from changes."""

import json
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from functools import cache
from hashlib import sha256
from importlib.resources import files
from importlib.resources.abc import Traversable
from time import monotonic
from typing import Any

from acrebox.core.errors import AcreBoxError, DesignError, Problem
from acrebox.core.measure.written import Length
from acrebox.core.plan import plan_bed
from acrebox.core.plan.figures import BedFigures, figures_of
from acrebox.core.yard import Made, Stacked, Yard, left_over
from acrebox.jobs.lanes import BusyError, EndedEarlyError, NotYetError
from acrebox.jobs.places import drawn, names_of, stood
from acrebox.store import Bed, BedStore, StoredYard

LOOK_S = 1.5
"""For how long beds are worked out anew at one look at a yard, one of them in any case; the rest follow at
the next look.
"""


@cache
def core_print() -> str:
    """What the core is by now, so that figures of another release are worked out anew."""
    found = sha256()
    for file in _all(files("acrebox.core")):
        found.update(file.read_bytes())
    return found.hexdigest()


def _all(folder: Traversable) -> list[Traversable]:
    found: list[Traversable] = []
    for entry in sorted(folder.iterdir(), key=lambda f: f.name):
        if entry.is_dir():
            found += _all(entry)
        elif entry.name.endswith((".py", ".toml")):
            found.append(entry)
    return found


def made_of(name: str, sawn: Iterable[tuple[str, float]]) -> tuple[Made, ...]:
    """The pieces of a bed called so that are sawn, by part and length [mm]."""
    return tuple(Made(bed=name, part=part, length=Length(length)) for part, length in sawn)


def basis_of(bed: Bed, yard: StoredYard, pile: Sequence[Stacked]) -> str:
    """Everything that a bed's figures come from, as one short text."""
    parts = [
        core_print(),
        str(yard.id),
        yard.revision,
        bed.revision,
        [p.model_dump(mode="json") for p in pile],
        [(t.key, t.length_mm) for t in bed.ticks if t.kind == "cut"],
    ]
    return sha256(json.dumps(parts).encode()).hexdigest()


@dataclass(frozen=True, kw_only=True)
class Listed:
    """A bed as its yard sees it: figures, or what is wrong with it, or neither while they are worked out."""

    bed: Bed
    figures: BedFigures | None = None
    problems: tuple[Problem, ...] = ()
    stale: bool = False


def _here(work: Callable[..., Any], *args: Any) -> Any:
    return work(*args)


def listed(
    yard: StoredYard, store: BedStore, for_s: float | None = LOOK_S, work: Callable[..., Any] = _here
) -> list[Listed]:
    """Every bed of a yard with its figures, as kept or worked out anew; once that took `for_s` the others
    stay as they were, and are marked stale: all that are not kept where that is None. What was worked out is
    kept bed by bed, whatever becomes of the next.
    """
    pile, rows = yard.yard.pile, list[Listed]()
    beds = store.designs(yard.id) if drawn(yard.yard) else {}
    names = names_of(beds)
    there = stood(yard.yard, beds, names)
    until = monotonic() + (for_s or 0.0)
    begun = for_s is None
    for bed in store.list(yard.id):
        basis = basis_of(bed, yard, pile)
        if bed.basis == basis:
            row = _as_kept(bed)
        elif not begun or monotonic() < until:
            begun = True
            try:
                row = work(_worked_out, bed, there, pile, names.get(bed.id))
            except (EndedEarlyError, BusyError, NotYetError):
                # It is tried again; the others are there all the same.
                row, until = replace(_as_kept(bed), stale=True), 0.0
            except DesignError as fault:
                row = Listed(bed=bed, problems=fault.problems)
            if not row.stale:
                store.keep_figures([(bed.id, basis, _plain(row))])
        else:
            row = replace(_as_kept(bed), stale=True)
        rows.append(row)
        pile = left_over(pile, row.figures.uses if row.figures else ())
    return rows


def _plain(row: Listed) -> dict[str, Any]:
    if row.figures is not None:
        return row.figures.model_dump(mode="json")
    return {"uses": [], "problems": [vars(p) for p in row.problems]}


def _as_kept(bed: Bed) -> Listed:
    kept = bed.figures
    if kept is None:
        return Listed(bed=bed)
    if "problems" in kept:
        return Listed(bed=bed, problems=tuple(Problem(**p) for p in kept["problems"]))
    return Listed(bed=bed, figures=BedFigures.model_validate(kept))


def _worked_out(bed: Bed, yard: Yard, pile: tuple[Stacked, ...], called: str | None) -> Listed:
    """A bed's figures; in a yard with a plan it is `called` otherwise than others of its name."""
    name = called or str(bed.document.get("name", ""))
    try:
        design = bed.design if called is None else bed.design.model_copy(update={"name": called})
        plan = plan_bed(design, yard.model_copy(update={"pile": pile, "made": made_of(name, bed.sawn)}))
    except DesignError as fault:
        return Listed(bed=bed, problems=fault.problems)
    except AcreBoxError as fault:
        return Listed(bed=bed, problems=(Problem("construction", name, str(fault), "a bed of what is sold"),))
    return Listed(bed=bed, figures=figures_of(plan))
