"""The sample yard: a sloping back garden on a corner plot. Beds, names and prices are invented."""

import json
from importlib.resources import files

from acrebox.core.design import Design, read_design
from acrebox.store import BedStore


def demo_beds() -> list[Design]:
    """The beds of the sample yard, in order."""
    folder = files("acrebox.demo").joinpath("beds")
    return [
        read_design(json.loads(f.read_text("utf-8")))
        for f in sorted(folder.iterdir(), key=lambda f: f.name)
        if f.name.endswith(".json")
    ]


def seed(store: BedStore) -> None:
    """Put the sample beds into a yard that never had any; a yard in use is left alone."""
    if store.untouched():
        for design in demo_beds():
            store.make(design)
