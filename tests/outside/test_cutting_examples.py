"""Published cutting-stock examples.

- Chvátal, Linear Programming (1983), chapter 13: LP bound 452.25, optimum 453 (from memory).
- The 13-width 5600 mm paper-roll example of "Cutting stock problem", Wikipedia: 73 rolls.
- Falkenauer (1996) triplets, by their recipe: n/3 bins.
"""

import random
from collections import Counter

import pytest

from acrebox.core.bench import CuttingPlan, CuttingProblem, StickKind, cut_best
from acrebox.core.plan import plan_document


def sticks(length: int, demand: dict[int, int], kerf: int = 0) -> tuple[int, bool]:
    """The fewest sticks of one length, and whether that is proven."""
    lengths = sorted(demand, reverse=True)
    plan = cut_best(
        CuttingProblem(tuple(lengths), tuple(demand[n] for n in lengths), kerf, (StickKind(length, 100),)),
        effort=400,
    )
    assert isinstance(plan, CuttingPlan)
    return plan.cost // 100, plan.proven


def test_chvatal() -> None:
    assert sticks(100, {45: 97, 36: 610, 31: 395, 14: 211}) == (453, True)


def test_paper_rolls() -> None:
    widths = {
        1380: 22,
        1520: 25,
        1560: 12,
        1710: 14,
        1820: 18,
        1880: 18,
        1930: 20,
        2000: 10,
        2050: 12,
        2100: 14,
        2140: 16,
        2150: 18,
        2200: 20,
    }
    assert sticks(5600, widths) == (73, True)


@pytest.mark.parametrize("seed", range(4))
def test_triplets_of_sixty(seed: int) -> None:
    draw = random.Random(seed)
    pieces: list[int] = []
    for _ in range(20):
        a = draw.randint(380, 490)
        b = draw.randint(250, (1000 - a) // 2)
        pieces += [a, b, 1000 - a - b]
    assert sticks(1000, dict(Counter(pieces))) == (20, True)


@pytest.mark.parametrize(("kerf", "needed"), [(0, 2), (30, 3)])
def test_eight_of_600_from_2400_with_and_without_kerf(kerf: int, needed: int) -> None:
    """Arithmetic: 4 × 600 = 2400 leaves no room for a cut."""
    assert sticks(24_000, {6000: 8}, kerf) == (needed, True)


def test_a_whole_bed_minds_the_kerf() -> None:
    """The same eight pieces, as the boards of a square bed of 600 mm."""
    design = {
        "schema": 1,
        "name": "Kerf",
        "outline": {"shape": "rectangle", "length": "600 mm", "width": "690 mm"},
        "courses": 4,
        "construction": {
            "kind": "boards",
            "board": "larch-45x195",
            "post": "post-75x75",
            "corner": "long_through",
        },
    }
    lengths = [{"stock": "larch-45x195", "length": "2400 mm", "price": "10.00"}]
    plan = {
        kerf: plan_document({**design, "bench": {"lengths": lengths, "kerf": kerf}}) for kerf in ("0", "3 mm")
    }
    count = {
        kerf: sum(s["stock"] == "larch-45x195" for s in p["cutting"]["sticks"]) for kerf, p in plan.items()
    }
    assert count["0"] <= count["3 mm"]
