"""Beds filled in every way, for tests."""

from typing import Any

from hypothesis import strategies as st

from acrebox.core.design import read_design
from acrebox.core.plan import Plan, open_plan

Document = dict[str, Any]
MIX = {"mix": [{"material": "garden-soil", "share": 50}, {"material": "compost", "share": 50}], "share": 100}


TANK: Document = {
    "schema": 1,
    "name": "Half tank",
    "outline": {"shape": "rectangle", "length": "1.2 m", "width": "1 m"},
    "construction": {"kind": "tote", "tote": "tote-1000", "half": "lower", "history": "food"},
}
"""The lower half of a caged tank."""
OVAL: Document = {
    "schema": 1,
    "name": "Trough",
    "outline": {"shape": "oval", "length": "1.6 m", "width": "700 mm"},
    "height": "580 mm",
    "construction": {"kind": "trough"},
}
"""A trough with straight walls."""
WET_TANK: Document = {**TANK, "reservoir": {"medium": "gravel"}}


def boards(**fill: Any) -> Document:
    """2.4 × 1.2 m outside, four courses, posts in the ground."""
    return {
        "schema": 1,
        "name": "Layers",
        "outline": {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
        "courses": 4,
        "construction": {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
        "fill": fill,
    }


def trough(**fill: Any) -> Document:
    """A tank that widens upwards: every layer holds another area."""
    return {
        "schema": 1,
        "name": "Trough",
        "outline": {"shape": "oval", "length": "1.6 m", "width": "700 mm"},
        "height": "580 mm",
        "construction": {"kind": "trough", "base": {"length": "1.4 m", "width": "500 mm"}},
        "fill": fill,
    }


def planned(document: Document) -> Plan:
    return open_plan(read_design(document))


KINDS = ("logs", "straw", "garden-soil", "compost", "gravel", "leaves")


@st.composite
def stacks(draw: st.DrawFn, kinds: tuple[str, ...] = KINDS) -> Document:
    """Layers of every kind, in a straight bed or one that widens."""
    layers: list[Document] = []
    heaps: list[Document] = []
    for n in range(draw(st.integers(1, 5))):
        key = draw(st.sampled_from(kinds))
        way = draw(st.sampled_from(["depth", "share", "hand"]))
        if way == "hand" and all(key != h["material"] for h in heaps):
            heaps.append({"material": key, "measured": "buckets", "count": draw(st.integers(1, 6))})
            layers.append({"material": key, "all_to_hand": True})
        elif way == "depth":
            layers.append({"material": key, "depth": f"{draw(st.integers(10, 70))} mm"})
        else:
            layers.append({"material": key, "share": n + 1})
    if all("share" not in x for x in layers):
        layers.append({"material": "topsoil-blend", "share": 1})
    total = sum(x.get("share", 0) for x in layers)
    for layer in layers:
        if "share" in layer:
            layer["share"] = layer["share"] / total * 100
    bed = boards if draw(st.booleans()) else trough
    return bed(layers=layers, heaps=heaps)
