"""Random designs that a gardener could mean."""

from typing import Any

from hypothesis import strategies as st

from acrebox.core.stock import catalogue

BOARDS = [t.key for t in catalogue().timber if t.use == "board"]
POSTS = [t.key for t in catalogue().timber if t.use == "post"]
LAYERS: list[list[dict[str, Any]]] = [
    [{"material": "topsoil-blend", "share": 100}],
    [{"material": "garden-soil", "share": 50}, {"material": "compost", "share": 40}, {"material": "manure", "share": 10}],
    [{"material": "logs", "depth": "60 mm"}, {"material": "garden-soil", "share": 70}, {"material": "compost", "share": 30}],
    [{"material": "gravel", "depth": "20 mm"}, {"material": "topsoil-blend", "share": 100}, {"material": "bark-fines", "depth": "20 mm"}],
]


def lengths(low: int, high: int) -> st.SearchStrategy[str]:
    """Whole millimetres or sixteenths of an inch between two sizes [mm], as written."""
    metric = st.integers(low, high).map(lambda mm: f"{mm} mm")
    imperial = st.integers(low * 10 // 16 + 1, high * 10 // 16).map(lambda n: f"{n // 16} {n % 16}/16 in" if n % 16 else f"{n // 16} in")
    return metric | imperial


@st.composite
def board_designs(draw: st.DrawFn) -> dict[str, Any]:
    """Rectangular beds of boards: any stock, corner, school, cap, saw and fill."""
    construction: dict[str, Any] = {
        "kind": "boards",
        "board": draw(st.sampled_from(BOARDS)),
        "post": draw(st.sampled_from(POSTS)),
        "corner": draw(st.sampled_from(["long_through", "short_through", "alternate"])),
        "post_depth": draw(st.sampled_from(["concrete", "as_deep_as_tall", "driven", "none"])),
        "post_top": draw(st.sampled_from(["hidden", "trimmed"])),
    }
    if draw(st.booleans()):
        construction["cap"] = {"board": "2x6", "overhang": draw(st.sampled_from(["0", "3/4 in", "20 mm"]))}
    return {
        "schema": 1,
        "name": "Random bed",
        "outline": {
            "shape": "rectangle",
            "length": draw(lengths(700, 2300)),
            "width": draw(lengths(600, 1500)),
            "measured": draw(st.sampled_from(["outside", "inside"])),
        },
        "courses": draw(st.integers(1, 4)),
        "construction": construction,
        "bench": {"kerf": draw(st.sampled_from(["0", "3 mm", "1/8 in"])), "trim": draw(st.sampled_from(["0", "10 mm"]))},
        "fill": {"layers": draw(st.sampled_from(LAYERS)), "keep_back": draw(st.integers(0, 2))},
    }


def any_design() -> st.SearchStrategy[dict[str, Any]]:
    """A bed of any construction."""
    return board_designs()
