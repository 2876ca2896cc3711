"""Whatever is bought is a part, fixes something, is filled in, or is named where it is used."""

from typing import Any

import pytest

from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction.registry import registered
from acrebox.core.design import Design, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import Plan, open_plan
from acrebox.demo import demo_beds

# The word by which a step, a note or a tick tells that it is used; by the first word of its key.
NAMED = {
    "adapter": "adapter",
    "angle": "bracket",
    "bed": "packer",
    "bitumen": "coat",
    "block": "glue",
    "cap": "a cap on",
    "concrete": "concrete",
    "corner": "corner membrane",
    "coupling": "pipe",
    "crushed": "pack",
    "drain": "sleeve",
    "edge": "hose",
    "elbow": "pipe",
    "fabric": "fabric",
    "ground": "fabric",
    "joint": "tape",
    "leg": "paver",
    "membrane": "lining",
    "mesh": "screen",
    "metal": "paint",
    "mortar": "mortar",
    "pipe": "pipe",
    "pond": "sheet",
    "ratchet": "drawn round it",
    "staples": "staple",
    "strap": "lock",
    "tee": "tee",
    "wall": "anchors",
    "washer": "nail",
    "wood": "coat",
}


def told(plan: Plan) -> str:
    """All that a builder is told to do."""
    document = plan.document(("notes", "setting_out", "lining", "drainage", "reservoir", "tipping"))
    said = [f"{n['name']}: {n['words']}" for n in document["notes"]]
    said += [row["words"] for key in ("setting_out", "tipping") for row in document[key]["order"]]
    for key in ("lining", "drainage", "reservoir"):
        said += [step["words"] for step in (document[key] or {}).get("steps", [])]
    return " | ".join(said).replace("cloth", "fabric").lower()


def unused(design: Design, words: str | None = None) -> list[str]:
    """What is bought for a bed and used nowhere, by the words that a builder is told."""
    plan = open_plan(design)
    fill = plan.fill
    used = {c.stock for c in plan.cuts} | {p.stock for p in plan.parts} | {f.screw for f in plan.fixings}
    used |= {layer.material for layer in fill.layers} | {row.material for row in fill.purchases}
    words = told(plan) if words is None else words
    return [
        line.item
        for line in plan.buying
        if line.item not in used and NAMED[line.item.split("-")[0]] not in words
    ]


@pytest.mark.parametrize("design", demo_beds(), ids=lambda b: str(b.name))
def test_whatever_a_demo_bed_buys_is_used(design: Design) -> None:
    assert unused(design) == []


@pytest.mark.parametrize("stands", ["soil", "paving", "deck", "blocks"])
@pytest.mark.parametrize("kind", registered())
def test_whatever_is_bought_on_any_ground_is_used(kind: str, stands: str) -> None:
    data: dict[str, Any] = starting_design(kind, System.METRIC).document()
    try:
        design = read_design({**data, "site": {"stands_on": stands}})
        found = unused(design)
    except DesignError:
        assert stands == "blocks"  # only what has a floor of its own stands on them
        return
    assert found == []


def test_a_good_that_is_named_nowhere_is_found() -> None:
    """Told nothing, nobody knows what a ring's hose and its strap are for."""
    ring = read_design(starting_design("ring", System.METRIC).document())
    assert unused(ring, words="") == ["edge-hose", "ratchet-strap"]
