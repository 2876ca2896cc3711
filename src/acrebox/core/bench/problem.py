"""The one-dimensional cutting problem of one section, in whole numbers throughout.

A stick of usable length U takes pieces l₁ … lₙ when Σl + (n − 1)·kerf ≤ U, that is Σ(l + kerf) ≤ U + kerf.
So a piece weighs l + kerf and a stick holds U + kerf; nothing is rounded on the way.
"""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from math import gcd


@dataclass(frozen=True)
class StickKind:
    """Sticks of one usable length [0.1 mm]: price [cents], and how many there are (None: as many as
    wanted).
    """

    usable: int
    price: int
    limit: int | None = None


@dataclass(frozen=True)
class CuttingProblem:
    """Distinct piece lengths [0.1 mm] with how many of each, the kerf [0.1 mm], the sticks to cut from."""

    lengths: tuple[int, ...]
    demand: tuple[int, ...]
    kerf: int
    kinds: tuple[StickKind, ...]

    @cached_property
    def step(self) -> int:
        """Common divisor of the weights, by which everything is divided."""
        return gcd(*(length + self.kerf for length in self.lengths))

    @cached_property
    def weights(self) -> tuple[int, ...]:
        """l + kerf, in steps."""
        return tuple((length + self.kerf) // self.step for length in self.lengths)

    @cached_property
    def capacities(self) -> tuple[int, ...]:
        """U + kerf in steps, shrunk to the largest sum that pieces can really make."""
        raw = [(kind.usable + self.kerf) // self.step for kind in self.kinds]
        sums = reachable_sums(self.weights, self.demand, max([0, *raw]))
        return tuple((sums & ((1 << (c + 1)) - 1)).bit_length() - 1 if c >= 0 else 0 for c in raw)

    @cached_property
    def limits(self) -> tuple[int, ...]:
        """How many of each kind could be of use."""
        total = sum(self.demand)
        return tuple(total if k.limit is None else min(k.limit, total) for k in self.kinds)

    @cached_property
    def price_step(self) -> int:
        """Common divisor of the prices: every plan costs a multiple of it."""
        return gcd(*(k.price for k in self.kinds)) or 1


Pattern = tuple[int, ...]


@dataclass(frozen=True)
class Stick:
    """One stick as cut: its kind, and pieces [0.1 mm] longest first."""

    kind: int
    pieces: tuple[int, ...]


@dataclass(frozen=True)
class CuttingPlan:
    """A checked plan: the sticks, their cost [cents], the proven least cost [cents]."""

    sticks: tuple[Stick, ...]
    cost: int
    bound: int
    fewest_sticks: bool

    @property
    def proven(self) -> bool:
        """Whether no plan can cost less."""
        return self.cost == self.bound


def reachable_sums(weights: Sequence[int], demand: Sequence[int], most: int) -> int:
    """Bit s of the answer is set when some pieces weigh s together, for s up to `most`.

    Source: subset sums by dynamic programming over bits (Bellman).
    """
    bits, mask = 1, (1 << (most + 1)) - 1
    for weight, count in zip(weights, demand, strict=True):
        for chunk in binary_chunks(min(count, most // weight)):
            bits |= (bits << (chunk * weight)) & mask
    return bits


def binary_chunks(count: int) -> list[int]:
    """Sizes whose subset sums are exactly 0 … count: 1, 2, 4, …, rest."""
    chunks = []
    size = 1
    while count > 0:
        chunks.append(min(size, count))
        count -= size
        size *= 2
    return chunks


def check_plan(problem: CuttingProblem, sticks: Sequence[Stick]) -> int:
    """The cost [cents] of a plan, recomputed from the original lengths and kerf.

    Raises AssertionError when a stick is over-full, a limit is passed or a piece is missing.
    """
    need = dict(zip(problem.lengths, problem.demand, strict=True))
    used: Counter[int] = Counter()
    for stick in sticks:
        kind = problem.kinds[stick.kind]
        used[stick.kind] += 1
        if sum(stick.pieces) + problem.kerf * (len(stick.pieces) - 1) > kind.usable:
            raise AssertionError(f"stick {stick} is over-full")
        for piece in stick.pieces:
            need[piece] -= 1
    if any(need.values()):
        raise AssertionError(f"pieces left or too many: {need}")
    for index, count in used.items():
        limit = problem.kinds[index].limit
        if limit is not None and count > limit:
            raise AssertionError(f"{count} sticks of kind {index} taken, {limit} there")
    return sum(problem.kinds[s.kind].price for s in sticks)
