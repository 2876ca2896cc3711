"""The Plan of one bed: its chapters, worked out from one Design and nothing else, each when it is asked
for.
"""

from collections.abc import Iterable, Iterator, Mapping
from functools import cache
from hashlib import blake2b
from json import dumps
from typing import Any, TypeVar

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter, create_model

from acrebox.core.chapter import Chapter, Kept, Work, asides, published
from acrebox.core.design import Design, read_design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan.head import UNDERSTOOD
from acrebox.core.plan.rows import BARE
from acrebox.core.site import here_of
from acrebox.core.stock import Catalogue
from acrebox.core.yard import LONE, Made, Yard, book_of, settled

T = TypeVar("T")
SCHEMA = 1
KEPT = Kept()


class Plan:
    """A bed's Plan. `plan[CHAPTER]`, or `plan.key`, is what a chapter says; it is worked out when first
    asked for.
    """

    def __init__(self, work: Work, asked: Design, yard: Yard) -> None:
        self._work, self.asked, self.yard = work, asked, yard

    def __getitem__(self, chapter: Chapter[T]) -> T:
        return self._work.of(chapter)

    def __getattr__(self, key: str) -> Any:
        for chapter in published():
            if chapter.key == key:
                return self._work.of(chapter)
            if chapter.spread and key in chapter.model.model_fields:
                return getattr(self._work.of(chapter), key)
        raise AttributeError(f"a Plan has no chapter '{key}'")

    @property
    def design(self) -> Design:
        """The design it was worked out from: what was asked, with what it leaves to its yard filled in."""
        return self._work.design

    @property
    def book(self) -> Catalogue:
        """What it is bought from."""
        return self._work.book

    @property
    def show(self) -> Printer:
        """How its figures are printed."""
        return self._work.show

    @property
    def worked_out(self) -> tuple[str, ...]:
        """The chapters that had to be worked out anew for this Plan, in that order."""
        return tuple(self._work.worked_out)

    def document(self, keys: Iterable[str] | None = None) -> dict[str, Any]:
        """The chapters of these keys (all of them unless told) as plain JSON values."""
        found: dict[str, Any] = {"schema": SCHEMA}
        for chapter in _asked(keys):
            plain = _adapter(chapter).dump_python(self._work.of(chapter), mode="json")
            found |= plain if chapter.spread else {chapter.key: plain}
        return found

    def json(self, keys: Iterable[str] | None = None) -> bytes:
        """The same as JSON text."""
        parts = [b'"schema":%d' % SCHEMA]
        for chapter, text in self.texts(keys):
            parts.append(text[1:-1] if chapter.spread else b'"%s":%s' % (chapter.key.encode(), text))
        return b"{" + b",".join(parts) + b"}"

    def texts(
        self, keys: Iterable[str] | None = None, *, workings: bool = True
    ) -> Iterator[tuple[Chapter[Any], bytes]]:
        """The chapters of these keys, each as JSON text of its own, with workings of figures or without."""
        context = None if workings else BARE
        for chapter in _asked(keys):
            yield chapter, _adapter(chapter).dump_json(self._work.of(chapter), context=context)

    def changed(self, keys: Iterable[str] | None, have: Mapping[str, str], *, workings: bool) -> bytes:
        """As `json`, without the chapters whose mark is had already; `marks` has those of all asked for."""
        parts, marks = [b'"schema":%d' % SCHEMA], {}
        for chapter, text in self.texts(keys, workings=workings):
            if chapter.spread:
                parts.append(text[1:-1])
                continue
            marks[chapter.key] = blake2b(text, digest_size=6).hexdigest()
            if have.get(chapter.key) != marks[chapter.key]:
                parts.append(b'"%s":%s' % (chapter.key.encode(), text))
        parts.append(b'"marks":' + dumps(marks).encode())
        return b"{" + b",".join(parts) + b"}"


def _asked(keys: Iterable[str] | None) -> list[Chapter[Any]]:
    every = published()
    if keys is None:
        return list(every)
    every = (*every, *asides())
    known = {c.key: c for c in every}
    wanted = list(dict.fromkeys(keys))
    for key in wanted:
        if key not in known:
            raise refuse("chapters", key, f"The Plan has no chapter '{key}'.", ", ".join(known))
    return [c for c in every if c.spread or c.key in wanted]


_adapters: dict[Chapter[Any], TypeAdapter[Any]] = {}


def _adapter(chapter: Chapter[Any]) -> TypeAdapter[Any]:
    if chapter not in _adapters:
        _adapters[chapter] = TypeAdapter(chapter.model)
    return _adapters[chapter]


def _sawn(design: Design, yard: Yard) -> tuple[Made, ...]:
    return tuple(piece for piece in yard.made if piece.bed == design.name)


def open_plan(
    design: Design,
    yard: Yard = LONE,
    effort: float = 1.0,
    kept: Kept = KEPT,
    shown: System | None = None,
) -> Plan:
    """The Plan of a bed as its yard has it, nothing of it worked out yet but what was understood.

    `effort` is how much work searches may do, in times of a first answer; figures are `shown` in the
    system in which the bed is planned, unless told otherwise.
    Raises DesignError naming every field that can be judged by itself.
    """
    ours, here = settled(design, yard), here_of(str(design.name), yard)
    work = Work(ours, book_of(yard, ours.system, shown), kept, effort, _sawn(design, yard), here)
    work.of(UNDERSTOOD)
    return Plan(work, design, yard)


def plan_bed(
    design: Design,
    yard: Yard = LONE,
    effort: float = 1.0,
    kept: Kept = KEPT,
    shown: System | None = None,
) -> Plan:
    """The whole Plan of one bed in its yard: same design, yard and effort, same plan.

    Raises DesignError naming every field at fault.
    """
    plan = open_plan(design, yard, effort, kept, shown)
    for chapter in published():
        if not chapter.heavy:
            plan[chapter]
    return plan


def plan_document(data: Any, effort: float = 1.0, yard: Yard = LONE) -> dict[str, Any]:
    """The Plan of a design given as plain JSON values, as plain JSON values.

    Raises DesignError naming every field at fault.
    """
    return plan_bed(read_design(data, yard.units), yard, effort).document()


@cache
def _model(chapters: tuple[Chapter[Any], ...], whole: bool) -> type[BaseModel]:
    fields: dict[str, Any] = {"schema_": (int, Field(default=SCHEMA, alias="schema"))}
    for chapter in chapters:
        if chapter.spread:
            fields |= {name: (f.annotation, ...) for name, f in chapter.model.model_fields.items()}
        elif not whole and (chapter.heavy or chapter.aside):
            fields[chapter.key] = (chapter.model | None, None)
        else:
            fields[chapter.key] = (chapter.model, ...)
    config = ConfigDict(title="Plan", serialize_by_alias=True, validate_by_name=True)
    return create_model(
        "Plan", __config__=config, __doc__="What to do, worked out from one Design.", **fields
    )


def plan_model(whole: bool = True) -> type[BaseModel]:
    """The Plan as a published contract, with every chapter that is registered; unless `whole`, heavy ones
    may be missing.
    """
    return _model(published() if whole else (*published(), *asides()), whole)
