"""The sample yard: a sloping back garden on a corner plot. Beds, names and prices are invented."""

import json
from importlib.resources import files

from acrebox.core.design import Design, read_design
from acrebox.core.yard import Yard, read_yard
from acrebox.store import BedStore, YardStore


def demo_beds() -> list[Design]:
    """The beds of the sample yard, in order."""
    folder = files("acrebox.demo").joinpath("beds")
    return [
        read_design(json.loads(f.read_text("utf-8")))
        for f in sorted(folder.iterdir(), key=lambda f: f.name)
        if f.name.endswith(".json")
    ]


def demo_yard() -> Yard:
    """The sample yard itself."""
    return read_yard(json.loads(files("acrebox.demo").joinpath("yard.json").read_text("utf-8")))


def seed(yards: YardStore, beds: BedStore) -> None:
    """Make the sample yard with its beds where no bed was ever made; what is in use is left alone."""
    if beds.untouched() and yards.untouched():
        sample = demo_yard()
        yard = yards.make(sample.model_copy(update={"places": {}}))
        ids = {design.name: str(beds.make(design, yard.id).id) for design in demo_beds()}
        places = {ids[name]: place for name, place in sample.places.items()}
        yards.change(yard.id, yard.revision, sample.model_copy(update={"places": places}), None)
