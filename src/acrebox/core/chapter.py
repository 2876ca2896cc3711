"""Chapters: what a Plan is made of, each worked out from what it names and again only when that changed.

A chapter reads fields of the Design (`design.fill`, `design.bench.lengths`), earlier chapters by their
keys (`assembly`), how things are printed (`show`), how long searches may take (`effort`), which pieces are
sawn already (`sawn`) and where the bed stands (`here`). What it does not name it cannot see.

AcreBoxError
 └─ UndeclaredReadError   a chapter looked at something that it does not name: a fault of the program
"""

from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterator
from dataclasses import dataclass, field
from functools import cached_property
from threading import Lock
from typing import Any, Generic, TypeVar, cast

from acrebox.core.assembly import Assembly
from acrebox.core.bench.made import SawnPiece
from acrebox.core.bench.supply import StockCutting
from acrebox.core.design import Design
from acrebox.core.drainage import Drains
from acrebox.core.errors import AcreBoxError
from acrebox.core.fill import FilledLayer, Purchase
from acrebox.core.fixing import Fixed
from acrebox.core.ground import Levelled
from acrebox.core.lining import Lining
from acrebox.core.measure.printing import Printer
from acrebox.core.site import Here, Load, Standing
from acrebox.core.stages import stage as stage_of
from acrebox.core.stages import stages
from acrebox.core.stock import Catalogue
from acrebox.core.strength import StrengthCheck
from acrebox.core.takeoff import Takeoff
from acrebox.core.wicking import KeptPipes, Reservoir
from acrebox.core.yard import Made

T = TypeVar("T")
EVERYTHING = "everything"
PLAIN = ("show", "effort", "sawn", "here", EVERYTHING)
"""What a chapter can read besides the design and other chapters."""
KEPT_A_CHAPTER = 96
HEAVY_KEPT = 8


class UndeclaredReadError(AcreBoxError):
    """A chapter looked at something that it does not name."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Chapter(Generic[T]):
    """One chapter: its key, the stage it belongs to, what it reads, how it is worked out.

    `model` is the type under which it is published in the Plan; without one only other chapters read it.
    `spread` puts its fields beside those of the Plan instead of under its key; without `judged` the
    watch-outs do not look at it. A `heavy` one goes over the wire only when it is asked for by name. One that
    stands `aside` is no part of the Plan, but can be asked for beside it. Where the answer of one that
    `settles` is the same as before, what reads it is left alone.
    """

    key: str
    stage: str
    reads: tuple[str, ...]
    work: Callable[["Seen"], T]
    model: Any = None
    spread: bool = False
    judged: bool = True
    heavy: bool = False
    aside: bool = False
    settles: bool = False


_chapters: dict[str, Chapter[Any]] = {}


def register(made: Chapter[T]) -> Chapter[T]:
    """Add a chapter; a key used twice fails at import, and so does a stage or a chapter that nobody knows."""
    if made.key in _chapters:
        raise ValueError(f"chapter '{made.key}' is registered twice")
    stage_of(made.stage)
    for name in made.reads:
        plain = name.startswith("design.") or name in PLAIN
        if not plain and name not in _chapters:
            raise ValueError(f"chapter '{made.key}' reads '{name}', which is no chapter yet")
    _chapters[made.key] = made
    return made


def forget(key: str) -> None:
    """Take a chapter away again, as a test does with its own."""
    del _chapters[key]


def chapters() -> tuple[Chapter[Any], ...]:
    """Every chapter, in the order of the Plan."""
    return tuple(_chapters.values())


def published() -> tuple[Chapter[Any], ...]:
    """The chapters that a Plan shows."""
    return tuple(c for c in _chapters.values() if c.model is not None and not c.aside)


def asides() -> tuple[Chapter[Any], ...]:
    """What can be asked for beside a Plan."""
    return tuple(c for c in _chapters.values() if c.model is not None and c.aside)


def _reads(chapter: Chapter[Any]) -> tuple[str, ...]:
    if EVERYTHING not in chapter.reads:
        return chapter.reads
    others = [c.key for c in _chapters.values() if c.judged and EVERYTHING not in c.reads]
    fields = [f"design.{name}" for name in Design.model_fields if name != "units"]
    return ("show", "effort", "sawn", *fields, *others)


@dataclass
class Kept:
    """Answers kept from design to design, the newest of each chapter; safe to use from several threads."""

    size: int = KEPT_A_CHAPTER
    _answers: dict[str, OrderedDict[Hashable, tuple[int, Any]]] = field(default_factory=dict)
    _serial: int = 0
    _lock: Lock = field(default_factory=Lock)

    def get(self, chapter: str, key: Hashable) -> tuple[int, Any] | None:
        """(serial, answer) kept under a key."""
        with self._lock:
            shelf = self._answers.get(chapter)
            found = shelf.get(key) if shelf else None
            if shelf is not None and found is not None:
                shelf.move_to_end(key)
            return found

    def put(
        self, chapter: str, key: Hashable, answer: Any, most: int | None = None, settles: bool = False
    ) -> tuple[int, Any]:
        """Keep an answer, at most so many a chapter; each has a serial, by which later chapters know it. One
        that `settles` has the serial of an answer that is the same.
        """
        with self._lock:
            shelf = self._answers.setdefault(chapter, OrderedDict())
            same = next((kept for kept in shelf.values() if kept[1] == answer), None) if settles else None
            if same is None:
                self._serial += 1
            shelf[key] = same or (self._serial, answer)
            while len(shelf) > (most or self.size):
                shelf.popitem(last=False)
            return shelf[key]

    def clear(self) -> None:
        """Forget everything."""
        with self._lock:
            self._answers.clear()


class Work:
    """The chapters of one design, worked out as they are asked for."""

    def __init__(
        self,
        design: Design,
        book: Catalogue,
        kept: Kept,
        effort: float = 1.0,
        sawn: tuple[Made, ...] = (),
        here: Here | None = None,
    ) -> None:
        self.design, self.book, self.effort, self.sawn, self.here = design, book, effort, sawn, here
        self._kept = kept
        self._known: dict[str, tuple[int, Any]] = {}
        self.worked_out: list[str] = []

    def of(self, chapter: Chapter[T]) -> T:
        """What a chapter says. Raises DesignError when the design cannot be worked out so far."""
        return cast(T, self._answer(chapter)[1])

    def by_key(self, key: str) -> Any:
        """What the chapter of that key says."""
        return self._answer(_chapters[key])[1]

    @cached_property
    def show(self) -> Printer:
        """How things are printed for this design."""
        return self.book.printer(self.design.system)

    def _answer(self, chapter: Chapter[Any]) -> tuple[int, Any]:
        known = self._known.get(chapter.key)
        if known is None:
            reads = _reads(chapter)
            key = (
                self.book.price_list,
                self.book.dates,
                self.book.currency,
                self.book.currency_sign,
                self.book.tax,
                *(self._part(name) for name in reads),
            )
            known = self._kept.get(chapter.key, key)
            if known is None:
                self.worked_out.append(chapter.key)
                most = HEAVY_KEPT if chapter.heavy else None
                answer = chapter.work(Seen(self, reads))
                known = self._kept.put(chapter.key, key, answer, most, chapter.settles)
            self._known[chapter.key] = known
        return known

    def _part(self, name: str) -> Hashable:
        """What stands for something read: the design's own value, or the serial of a chapter's answer."""
        if name == "show":
            return self.show
        if name == "effort":
            return self.effort
        if name == "sawn":
            return self.sawn
        if name == "here":
            return self.here
        if name.startswith("design."):
            value: Any = self.design
            for step in name.removeprefix("design.").split("."):
                value = getattr(value, step)
            return cast(Hashable, value)
        return self._answer(_chapters[name])[0]


class _View:
    """A design, or a part of one, of which only some fields can be seen."""

    def __init__(self, of: Any, allowed: tuple[tuple[str, ...], ...], who: str) -> None:
        self._of, self._allowed, self._who = of, allowed, who

    def __getattr__(self, name: str) -> Any:
        within = tuple(path[1:] for path in self._allowed if path[0] == name)
        if not within:
            raise UndeclaredReadError(f"{self._who} reads '{name}' of the design without naming it")
        value = getattr(self._of, name)
        return value if () in within else _View(value, within, self._who)


class Seen:
    """What a chapter can see: its part of the design, and the chapters that it names."""

    def __init__(self, work: Work, reads: tuple[str, ...]) -> None:
        self._work, self._reads = work, frozenset(reads)

    @cached_property
    def design(self) -> Design:
        """The design, as far as it is named."""
        if all(f"design.{name}" in self._reads for name in Design.model_fields if name != "units"):
            return self._work.design
        paths = [tuple(name.split(".")[1:]) for name in self._reads if name.startswith("design.")]
        if "show" in self._reads:
            paths.append(("system",))
        return cast(Design, _View(self._work.design, tuple(paths), "a chapter"))

    @property
    def book(self) -> Catalogue:
        """The yard's catalogue."""
        return self._work.book

    @property
    def show(self) -> Printer:
        """How things are printed."""
        self._must("show")
        return self._work.show

    @property
    def effort(self) -> float:
        """How much work searches may do, in times of a first answer."""
        self._must("effort")
        return self._work.effort

    @property
    def sawn(self) -> tuple[Made, ...]:
        """The pieces of this bed that are sawn already."""
        self._must("sawn")
        return self._work.sawn

    @property
    def here(self) -> Here | None:
        """Where the bed stands in its yard; None where nobody has drawn that."""
        self._must("here")
        return self._work.here

    def of(self, chapter: Chapter[T]) -> T:
        """What another chapter says."""
        self._must(chapter.key)
        return self._work.of(chapter)

    def beside(self, design: Design) -> "Seen":
        """What the same chapters say of another bed, of which nothing is known but its design."""
        other = Work(design, self._work.book, self._work._kept, self._work.effort)
        return Seen(other, tuple(self._reads))

    def _by_key(self, key: str) -> Any:
        self._must(key)
        return self._work.by_key(key)

    def _must(self, name: str) -> None:
        if name not in self._reads:
            raise UndeclaredReadError(f"a chapter reads '{name}' without naming it")

    # The chapters that nearly every other one reads, by their own names.

    @property
    def assembly(self) -> Assembly:
        """What stands there."""
        return cast(Assembly, self._by_key("assembly"))

    @property
    def takeoff(self) -> Takeoff:
        """What it needs."""
        return cast(Takeoff, self._by_key("takeoff"))

    @property
    def cuttings(self) -> list[StockCutting]:
        """How sticks and sheets are cut."""
        return cast(list[StockCutting], self._by_key("cuttings"))

    @property
    def sawn_pieces(self) -> list[SawnPiece]:
        """The pieces sawn already, beside what their parts want."""
        return cast(list[SawnPiece], self._by_key("sawn_pieces"))

    @property
    def layers(self) -> list[FilledLayer]:
        """The layers of soil in place."""
        return cast(list[FilledLayer], self._by_key("layers"))

    @property
    def purchases(self) -> list[Purchase]:
        """How each layer is bought."""
        return cast(list[Purchase], self._by_key("purchases"))

    @property
    def fixings(self) -> list[Fixed]:
        """What fixes the joints."""
        return cast(list[Fixed], self._by_key("fixed"))

    @property
    def standing(self) -> Standing | None:
        """Where the bed stands and what follows; None where nobody has said."""
        return cast("Standing | None", self._by_key("standing"))

    @property
    def load(self) -> Load | None:
        """What the thing that the bed stands on has to carry; None where it carries anything."""
        return cast("Load | None", self._by_key("load"))

    @property
    def drains(self) -> Drains:
        """How water leaves the bed."""
        return cast("Drains", self._by_key("drains"))

    @property
    def reservoir(self) -> Reservoir | None:
        """The water kept under the soil; None where there is none."""
        return cast("Reservoir | None", self._by_key("reservoir_of"))

    @property
    def kept_pipes(self) -> KeptPipes | None:
        """The pipes of the water kept under the soil; None where there are none."""
        return cast("KeptPipes | None", self._by_key("kept_pipes"))

    @property
    def lined(self) -> Lining:
        """How the bed is lined."""
        return cast("Lining", self._by_key("lined"))

    @property
    def levelled(self) -> Levelled | None:
        """What making the bed level takes; None where its ground was not levelled."""
        return cast("Levelled | None", self._by_key("levelled"))

    @property
    def strength(self) -> StrengthCheck:
        """What came of the load cases."""
        return cast(StrengthCheck, self._by_key("strength_check"))

    @property
    def heavier(self) -> StrengthCheck:
        """What came of them under heavier assumptions."""
        return cast(StrengthCheck, self._by_key("heavier_check"))


def open_stages() -> Iterator[str]:
    """The stages that a chapter of the Plan belongs to, in the order of work."""
    used = {c.stage for c in published()}
    return (s.key for s in stages() if s.key in used)
