"""Roles: what a part does in the bed, as data (`roles.toml`). Nobody else keeps a list of them."""

from dataclasses import dataclass
from functools import cache
from typing import Literal

from acrebox.core.data import by_key, read_as


@dataclass(frozen=True, kw_only=True)
class Role:
    """What a part does, and what follows from it; the columns are explained at the head of the data file."""

    name: str
    skin: bool = False
    post: bool = False
    dug: bool = False
    cut_as: str = ""
    paints: Literal["skin", "around", "outside", "nothing"] = "around"
    hatch: str = "grain"
    hatch_cut: str = "end"
    solid: str = "timber"
    bends: Literal["no", "along", "on_top"] = "no"
    out: float = 0.0
    up: Literal["course", "top"] | float = 0.0
    view: Literal["front", "behind", "inside"] = "front"
    upright: bool = False
    corner: bool = False
    sharp: bool = False
    laid: bool = False
    bears: bool = False
    beyond: bool = False
    thin: bool = False
    floor: bool = False

    def __str__(self) -> str:
        return self.name


@cache
def _roles() -> dict[str, Role]:
    return by_key(read_as(list[Role], "assembly", "roles.toml", "role"), "name")


def role(name: str) -> Role:
    """The role of that name; only names of the data file are asked for."""
    return _roles()[name]


def role_order() -> dict[str, int]:
    """Place of each role in the sheets."""
    return {name: place for place, name in enumerate(_roles())}


def is_post(name: str) -> bool:
    """Whether parts of that role are posts."""
    return name in _roles() and _roles()[name].post
