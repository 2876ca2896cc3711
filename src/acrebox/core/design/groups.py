"""The questions of a bed besides those of its construction, group by group, as data."""

from functools import cache

from pydantic import BaseModel, ConfigDict

from acrebox.core.data import read_as
from acrebox.core.design.addons import AddOns
from acrebox.core.design.bench import OffCut, SawChoice, SoldLength
from acrebox.core.design.fill import FillChoice
from acrebox.core.design.loads import Loads
from acrebox.core.design.outline import OUTLINES, SHAPES
from acrebox.core.design.questions import Answer, Asked, Asking, questions_of, rows_of
from acrebox.core.design.site import Site


class Group(BaseModel):
    """Questions that belong together: what the group is called, what it says of itself, where its answers
    lie. An `optional` one is there or not as a whole; `folded` it is shown as one line until opened; of
    `rows` there are any number under its path, each asked the same, its own number in place of `#`.
    """

    model_config = ConfigDict(frozen=True)

    key: str
    stage: str
    path: str
    title: str
    says: str = ""
    optional: bool = False
    folded: bool = False
    rows: bool = False
    questions: list[Asked] = []


class _Words(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")

    key: str
    stage: str
    title: str
    says: str = ""
    folded: bool = False


def _outline() -> list[Asked]:
    """The questions of all outlines; one that several ask in the same words is asked once, for those."""
    shape = Asked(
        path="outline.shape",
        kind="own",
        ask="Its outline is",
        label="Its outline is",
        answers=[Answer(value=value, text=text) for value, text in SHAPES.items()],
        usual="rectangle",
        instrument="shape",
        watch=["outline"],
    )
    found: dict[tuple[str, str], tuple[Asked, list[str]]] = {}
    for model in OUTLINES:
        tag = str(model.model_fields["shape"].default)
        for asked in questions_of(model, "outline"):
            found.setdefault((asked.path, asked.ask), (asked, []))[1].append(tag)
    every = len(OUTLINES)
    return [
        shape,
        *(
            asked.model_copy(update={"when": {} if len(tags) == every else {"outline.shape": tags}})
            for asked, tags in found.values()
        ),
    ]


def _asked_by(model: type[Asking], root: str) -> list[Asked]:
    return questions_of(model, root)


@cache
def bed_groups() -> tuple[Group, ...]:
    """Every group of a bed's questions, in the order of the sheets."""
    words = {w.key: w for w in read_as(list[_Words], "design", "groups.toml", "group")}
    asked: dict[str, tuple[str, bool, list[Asked]]] = {
        "outline": ("outline", False, _outline()),
        "site": ("site", False, _asked_by(Site, "site")),
    }
    for name, field in AddOns.model_fields.items():
        model = next(kind for kind in field.annotation.__args__ if kind is not type(None))  # type: ignore[union-attr]
        asked[name] = (f"add_ons.{name}", True, _asked_by(model, f"add_ons.{name}"))
    asked["loads"] = ("loads", False, _asked_by(Loads, "loads"))
    asked["fill"] = ("fill", False, _asked_by(FillChoice, "fill"))
    asked["saw"] = ("bench", False, _asked_by(SawChoice, "bench"))
    asked["lengths"] = ("bench.lengths", False, rows_of(SoldLength, "bench.lengths"))
    asked["offcuts"] = ("bench.offcuts", False, rows_of(OffCut, "bench.offcuts"))
    rows = {"lengths", "offcuts"}
    return tuple(
        Group(**words[key].model_dump(), path=path, optional=optional, rows=key in rows, questions=questions)
        for key, (path, optional, questions) in asked.items()
    )
