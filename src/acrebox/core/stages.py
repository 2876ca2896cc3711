"""The stages of the job, in the order of work: one list, as data."""

from functools import cache

from pydantic import BaseModel, ConfigDict

from acrebox.core.data import DataFileError, by_key, read_as


class Stage(BaseModel):
    """One stage: its key, its name on the line, what it is about, and what can be ticked off there."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    key: str
    name: str
    says: str
    ticks: tuple[str, ...] = ()


@cache
def _listed() -> dict[str, Stage]:
    return by_key(read_as(list[Stage], "", "stages.toml", "stage"))


_more: dict[str, Stage] = {}


def stages() -> tuple[Stage, ...]:
    """Every stage, in the order of work."""
    return (*_listed().values(), *_more.values())


def stage(key: str) -> Stage:
    """The stage of that key. Raises DataFileError where there is none."""
    found = _listed().get(key) or _more.get(key)
    if found is None:
        raise DataFileError(f"there is no stage '{key}'; stages.toml has {', '.join(_listed())}")
    return found


def add_stage(made: Stage) -> None:
    """One more stage, after the others, as a test does."""
    if made.key in _listed() or made.key in _more:
        raise DataFileError(f"the stage '{made.key}' is there twice")
    _more[made.key] = made


def forget_stage(key: str) -> None:
    """Take a stage away again that was added."""
    del _more[key]


def tick_kinds() -> tuple[str, ...]:
    """Everything that can be ticked off."""
    return tuple(kind for s in stages() for kind in s.ticks)
