"""The questions of a bed besides those of its construction, group by group, as data."""

from functools import cache

from pydantic import BaseModel, ConfigDict

from acrebox.core.data import read_as
from acrebox.core.design.addons import AddOns
from acrebox.core.design.bench import OffCut, SawChoice, SoldLength
from acrebox.core.design.drainage import DrainageChoice
from acrebox.core.design.fill import FillChoice, Heap, OwnMaterial
from acrebox.core.design.ground import GroundChoice
from acrebox.core.design.lining import LiningChoice, RollToHand
from acrebox.core.design.loads import Loads
from acrebox.core.design.outline import OUTLINES, SHAPES
from acrebox.core.design.questions import METRIC, Answer, Asked, questions_of, rows_of
from acrebox.core.design.reservoir import ReservoirChoice, WaterTest
from acrebox.core.design.site import MayCarry, Site
from acrebox.core.measure.printing import Printer


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


def _outline(show: Printer) -> list[Asked]:
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
        for asked in questions_of(model, "outline", show):
            found.setdefault((asked.path, asked.ask), (asked, []))[1].append(tag)
    every = len(OUTLINES)
    return [
        shape,
        *(
            asked.model_copy(update={"when": {} if len(tags) == every else {"outline.shape": tags}})
            for asked, tags in found.values()
        ),
    ]


def _site(show: Printer) -> list[Asked]:
    """What it stands on, what that may carry, from where it is worked."""
    stands_on, *others = questions_of(Site, "site", show)
    return [stands_on, *questions_of(MayCarry, "site.may_carry", show), *others]


@cache
def bed_groups(show: Printer = METRIC) -> tuple[Group, ...]:
    """Every group of a bed's questions, in the order of the sheets; usual answers as a Printer has them."""
    words = {w.key: w for w in read_as(list[_Words], "design", "groups.toml", "group")}
    asked: dict[str, tuple[str, bool, list[Asked]]] = {
        "outline": ("outline", False, _outline(show)),
        "site": ("site", False, _site(show)),
        "ground": ("ground", False, questions_of(GroundChoice, "ground", show)),
    }
    asked["lining"] = ("lining", False, questions_of(LiningChoice, "lining", show))
    asked["rolls"] = ("lining.rolls", False, rows_of(RollToHand, "lining.rolls", show))
    asked["drainage"] = ("drainage", False, questions_of(DrainageChoice, "drainage", show))
    kept, plain = questions_of(ReservoirChoice, "reservoir", show), ReservoirChoice.plain
    asked["reservoir"] = ("reservoir", True, kept[:plain])
    asked["bucket"] = ("reservoir", False, kept[plain:])
    asked["water_test"] = ("reservoir.test", True, questions_of(WaterTest, "reservoir.test", show))
    for name, field in AddOns.model_fields.items():
        model = next(kind for kind in field.annotation.__args__ if kind is not type(None))  # type: ignore[union-attr]
        asked[name] = (f"add_ons.{name}", True, questions_of(model, f"add_ons.{name}", show))
    asked["loads"] = ("loads", False, questions_of(Loads, "loads", show))
    asked["fill"] = ("fill", False, questions_of(FillChoice, "fill", show))
    asked["heaps"] = ("fill.heaps", False, rows_of(Heap, "fill.heaps", show))
    asked["own"] = ("fill.own", False, rows_of(OwnMaterial, "fill.own", show))
    asked["saw"] = ("bench", False, questions_of(SawChoice, "bench", show))
    asked["lengths"] = ("bench.lengths", False, rows_of(SoldLength, "bench.lengths", show))
    asked["offcuts"] = ("bench.offcuts", False, rows_of(OffCut, "bench.offcuts", show))
    rows = {"lengths", "offcuts", "heaps", "own", "rolls"}
    return tuple(
        Group(**words[key].model_dump(), path=path, optional=optional, rows=key in rows, questions=questions)
        for key, (path, optional, questions) in asked.items()
    )
