"""Questions as data: what a field of a design asks, in which words, when, and in what order."""

from datetime import date
from typing import Annotated, Any, ClassVar, Literal, get_args, get_origin

from pydantic import BaseModel, ConfigDict
from pydantic.fields import FieldInfo

from acrebox.core.design.base import Choice, usual_of, usually
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.telling import told
from acrebox.core.measure.written import Length, Pressure, UnitWeight, Volume, Weight, Written

QuestionKind = Literal[
    "length",
    "number",
    "money",
    "text",
    "choice",
    "side",
    "species",
    "timber",
    "sheet",
    "vessel",
    "block",
    "fill",
    "yes",
    "date",
    "own",
]


__all__ = ["Answer", "Asked", "Asking", "asks", "questions_of", "rows_of", "usually"]


class Answer(BaseModel):
    """One of the answers to choose from."""

    model_config = ConfigDict(frozen=True)

    value: str
    text: str


class Asked(BaseModel):
    """A question of the sheet about one field. `own` ones are drawn by an instrument of that name.

    In `label`, `{path}` stands for the answer to another question. `before` and `after` are words beside the
    answer.

    `stock` says which timbers to offer; `measurable` that what was bought may measure otherwise; `when`
    the answers to another question under which this one is asked; `watch` whose watch-outs stand under
    it. Of `rows` there are any number under its path, each asked the same, its own number in place of `#`.
    """

    model_config = ConfigDict(frozen=True)

    path: str
    kind: QuestionKind
    ask: str
    label: str
    hint: str | None = None
    answers: list[Answer] = []
    usual: str | None = None
    optional: bool = False
    before: str | None = None
    after: str | None = None
    stock: str | None = None
    measurable: bool = False
    instrument: str | None = None
    when: dict[str, list[str]] = {}
    watch: list[str] = []
    rows: "list[Asked]" = []


def asks(ask: str, imperial: str | None = None, **more: Any) -> dict[str, Any]:
    """What a field asks, for its `json_schema_extra`; `words` are the texts of its choices by value, and
    `imperial` its usual answer where beds are planned in feet and inches. With `left` what it is when nobody
    answers goes by other answers: none is told as the usual one.
    """
    return {"question": {"ask": ask, **more}, **({"imperial": imperial} if imperial is not None else {})}


class Asking(Choice):
    """A choice that is asked field by field. `order` names its questions; `height` stands for the bed's own.

    `conditions` are the answers to another question under which one is asked, where its field does not say.
    """

    order: ClassVar[tuple[str, ...]] = ()
    conditions: ClassVar[dict[str, dict[str, list[str]]]] = {}
    height_asks: ClassVar[dict[str, Any]] = {}


METRIC = Printer(System.METRIC)


def questions_of(model: type[Asking], root: str, show: Printer = METRIC) -> list[Asked]:
    """The questions of a model in its order, their fields under the path `root`; usual answers are those of
    the system in which a bed is planned, printed as it is shown.
    """
    found = []
    for name in model.order:
        if name == "height" and name not in model.model_fields:
            own = {"ask": "How high", "instrument": "height", **model.height_asks}
            found.append(Asked(path="height", kind="own", label=own["ask"], watch=["height"], **own))
        elif (extra := _question(model.model_fields[name])) is not None:
            found.append(_asked(model, name, root, dict(extra), show))
    return found


def _question(field: FieldInfo) -> dict[str, Any] | None:
    extra = field.json_schema_extra
    found = extra.get("question") if isinstance(extra, dict) else None
    return found if isinstance(found, dict) else None


def _asked(model: type[Asking], name: str, root: str, extra: dict[str, Any], show: Printer) -> Asked:
    field, path = model.model_fields[name], f"{root}.{name}"
    kind = _kind(field, extra)
    words: dict[str, str] = extra.pop("words", {})
    extra.pop("of", None)
    when: dict[str, list[str]] = {**model.conditions.get(name, {}), **extra.pop("when", {})}
    watch = [path] + ([f"{path}_measured"] if f"{name}_measured" in model.model_fields else [])
    left = bool(extra.pop("left", False))
    default = None if field.is_required() or left else usual_of(field, show.built)
    if "hint" in extra:
        extra["hint"] = told(extra["hint"], show)
    return Asked(
        path=path,
        kind=kind,
        label=extra.pop("label", extra["ask"]),
        answers=[Answer(value=value, text=told(text, show)) for value, text in words.items()],
        usual=_printed(default, show),
        optional=not field.is_required() and default is None,
        measurable=f"{name}_measured" in model.model_fields,
        when={_placed(other, root): values for other, values in when.items()},
        watch=watch,
        rows=_rows(field, path, show) or _measured(model, name, root, show),
        **extra,
    )


def _printed(usual: Any, show: Printer) -> str | None:
    """A usual answer, as it is shown."""
    if usual is None or isinstance(usual, tuple | BaseModel):
        return None
    if isinstance(usual, Written):
        return usual.printed(show)
    return show.short(usual) if isinstance(usual, float) else str(usual)


def rows_of(model: type[Asking], root: str, show: Printer = METRIC) -> list[Asked]:
    """The questions of each row under a path, `#` in place of its number."""
    return questions_of(model, f"{root}.#", show)


def _rows(field: FieldInfo, path: str, show: Printer) -> list[Asked]:
    """The questions of each row of a field that has any number of them, or of a part that is there or not."""
    bare = _bare(field.annotation)
    many = get_origin(bare) is tuple
    model = next((k for k in get_args(bare) if isinstance(k, type) and issubclass(k, Asking)), None)
    if model is None:
        return []
    return rows_of(model, path, show) if many else questions_of(model, path, show)


def _measured(model: type[Asking], name: str, root: str, show: Printer) -> "list[Asked]":
    """The questions of what was bought but measures otherwise, where those are asked."""
    field = model.model_fields.get(f"{name}_measured")
    kind = field.annotation if field else None
    if isinstance(kind, type) and issubclass(kind, Asking):
        return questions_of(kind, f"{root}.{name}_measured", show)
    return []


def _placed(name: str, root: str) -> str:
    """The path of another field: of the same choice, or of the whole design where it begins with a stroke."""
    return name[1:] if name.startswith("/") else f"{root}.{name}"


READY: dict[str, QuestionKind] = {
    "sheet": "sheet",
    "block": "block",
    "trough": "vessel",
    "tote": "vessel",
    "drum": "vessel",
}
"""Stock that is not timber, by the kind of question that offers it."""


def _bare(kind: Any) -> Any:
    """A type without what is said beside it."""
    return get_args(kind)[0] if get_origin(kind) is Annotated else kind


def _kind(field: FieldInfo, extra: dict[str, Any]) -> QuestionKind:
    if "instrument" in extra:
        return "own"
    if extra.get("stock") in READY:
        return READY[extra["stock"]]
    if "stock" in extra:
        return "timber"
    if extra.get("of") in ("money", "fill"):
        return "money" if extra["of"] == "money" else "fill"
    if extra.get("of") in ("sides", "species"):
        return "side" if extra["of"] == "sides" else "species"
    if "words" in extra or get_origin(field.annotation) is Literal:
        return "choice"
    kinds = {_bare(kind) for kind in (field.annotation, *get_args(field.annotation))}
    if bool in kinds:
        return "yes"
    if kinds & {Length, Volume, UnitWeight, Pressure, Weight}:
        return "length"
    if date in kinds:
        return "date"
    return "number" if float in kinds or int in kinds else "text"
