"""The constructions as they are offered, from `kinds.toml`, each drawn by the same drawing code as every bed."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any

from pydantic import BaseModel, ConfigDict

from acrebox.core.construction import assemble, registered
from acrebox.core.design import Design, read_design
from acrebox.core.drafting import View, draw
from acrebox.core.fill import fill_cavity
from acrebox.core.fixing import fixings
from acrebox.core.measure.printing import Printer, System
from acrebox.core.stock import catalogue
from acrebox.core.takeoff import take_off


class Offer(BaseModel):
    """One construction: a sentence, what it suits and asks for, a design to start from, and its picture."""

    model_config = ConfigDict(frozen=True)

    kind: str
    title: str
    sentence: str
    suits: str
    asks: str
    design: Design
    picture: View


@cache
def _rows() -> dict[str, dict[str, Any]]:
    rows = tomllib.loads(files("acrebox.core.choosing").joinpath("kinds.toml").read_text("utf-8"))["kind"]
    found = {row["kind"]: row for row in rows}
    if set(found) != set(registered()):
        raise ValueError(f"offered {sorted(found)}, registered {sorted(registered())}")
    return found


def starting_design(kind: str, system: System) -> Design:
    """A design of that construction to start from, in a system of units."""
    return read_design({"schema": 1, "name": "New bed", "units": str(system), **_rows()[kind][str(system)]})


@cache
def offers(system: System) -> tuple[Offer, ...]:
    """Every construction that can be built, in the order in which they are offered."""
    return tuple(_offer(kind, row, system) for kind, row in _rows().items())


def _offer(kind: str, row: dict[str, Any], system: System) -> Offer:
    design, book = starting_design(kind, system), catalogue()
    bed = assemble(design, book)
    layers = fill_cavity(design.fill, bed.cavity, book, Printer(system))
    front = draw(bed, layers, take_off(bed).part_labels, fixings(bed, book)).elevations[0]
    words = {name: row[name] for name in ("title", "sentence", "suits", "asks")}
    return Offer(kind=kind, design=design, picture=front, **words)
