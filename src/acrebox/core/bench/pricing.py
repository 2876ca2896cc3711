"""Pricing patterns: one bounded-knapsack pass for all stick lengths at once, in int64.

Few pieces make few sums: then only the sums that can be reached are looked at, and which of them follow
from which is worked out once a problem. Many pieces reach nearly every sum: then the pass runs over all
of them.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from acrebox.core.bench.problem import Pattern, binary_chunks

Int64s = NDArray[np.int64]
# Reachable sums pay off while they are fewer than this share of all.
SPARSE_SHARE = 6
UNITS_A_PASS, UNITS_A_STAGE = 15.0, 8.0
CELLS_A_UNIT, STATES_A_UNIT = 400.0, 90.0


class Pricer(Protocol):
    """Finds best patterns by the value of pieces."""

    @property
    def units(self) -> float:
        """Counted work of one pass [units of `bench.work`]."""
        ...

    def best(self, values: Sequence[int]) -> list[tuple[int, Pattern]]:
        """For each capacity, the pattern of greatest value and that value; `values` are whole numbers ≥
        0, one a piece.
        """
        ...


def make_pricer(weights: Sequence[int], demand: Sequence[int], capacities: Sequence[int]) -> Pricer:
    """The quicker pricer for a problem; a pattern takes each piece at most `demand` times."""
    most = max(capacities)
    sparse = _Reachable.of(weights, demand, capacities, most // SPARSE_SHARE)
    return sparse or _Everywhere(tuple(weights), tuple(demand), tuple(capacities))


@dataclass(frozen=True)
class _Stage:
    """Taking `chunk` pieces of an item or not: where each sum after it comes from (−1 where it cannot)."""

    item: int
    chunk: int
    kept: NDArray[np.intp]
    taken: NDArray[np.intp]


@dataclass(frozen=True)
class _Reachable:
    """Over the sums that pieces can make."""

    sums: Int64s
    stages: tuple[_Stage, ...]
    capacities: tuple[int, ...]
    pieces: int
    units: float

    @classmethod
    def of(
        cls, weights: Sequence[int], demand: Sequence[int], capacities: Sequence[int], limit: int
    ) -> "_Reachable | None":
        """The reachable sums and how they follow from each other, or None when they are more than `limit`."""
        most = max(capacities)
        sums: Int64s = np.zeros(1, dtype=np.int64)
        stages = []
        for item, (weight, count) in enumerate(zip(weights, demand, strict=True)):
            for chunk in binary_chunks(min(count, most // weight)):
                more = sums + chunk * weight
                after = np.union1d(sums, more[more <= most])
                if len(after) > limit:
                    return None
                stages.append(
                    _Stage(item, chunk, _places(sums, after), _places(sums, after - chunk * weight))
                )
                sums = after
        total = sum(len(s.kept) for s in stages)
        units = UNITS_A_PASS + UNITS_A_STAGE * len(stages) + total / STATES_A_UNIT
        return cls(sums, tuple(stages), tuple(capacities), len(weights), units)

    def best(self, values: Sequence[int]) -> list[tuple[int, Pattern]]:
        """For each capacity, the pattern of greatest value and that value."""
        best: Int64s = np.zeros(1, dtype=np.int64)
        chosen = []
        for stage in self.stages:
            # A sum that cannot come that way counts as nothing gained, less than anything real.
            kept = np.where(stage.kept >= 0, best[stage.kept], -1)
            taken = np.where(stage.taken >= 0, best[stage.taken] + stage.chunk * values[stage.item], -1)
            chosen.append(taken > kept)
            best = np.maximum(kept, taken)
        return [self._pattern(best, chosen, c) for c in self.capacities]

    def _pattern(self, best: Int64s, chosen: list[NDArray[np.bool_]], capacity: int) -> tuple[int, Pattern]:
        within = int(np.searchsorted(self.sums, capacity, side="right"))
        at = int(np.argmax(best[:within]))
        value, pattern = int(best[at]), [0] * self.pieces
        for stage, took in zip(reversed(self.stages), reversed(chosen), strict=True):
            if took[at]:
                pattern[stage.item] += stage.chunk
                at = int(stage.taken[at])
            else:
                at = int(stage.kept[at])
        return value, tuple(pattern)


def _places(among: Int64s, wanted: Int64s) -> NDArray[np.intp]:
    """Where each of `wanted` stands among sorted sums, −1 where it is none of them."""
    places = np.minimum(np.searchsorted(among, wanted), len(among) - 1)
    return np.where(among[places] == wanted, places, -1)


@dataclass(frozen=True)
class _Everywhere:
    """Over every sum up to the largest capacity."""

    weights: tuple[int, ...]
    demand: tuple[int, ...]
    capacities: tuple[int, ...]

    @property
    def units(self) -> float:
        """Counted work of one pass."""
        most = max(self.capacities)
        stages = sum(min(n, most // w).bit_length() for n, w in zip(self.demand, self.weights, strict=True))
        return UNITS_A_PASS + stages * (UNITS_A_STAGE + most / CELLS_A_UNIT)

    def best(self, values: Sequence[int]) -> list[tuple[int, Pattern]]:
        """For each capacity, the pattern of greatest value and that value."""
        most = max(self.capacities)
        best: Int64s = np.zeros(most + 1, dtype=np.int64)
        stages: list[tuple[int, int, Int64s]] = []
        room = np.empty(most + 1, dtype=np.int64)
        for item, (weight, count, value) in enumerate(zip(self.weights, self.demand, values, strict=True)):
            if value <= 0:
                continue
            for chunk in binary_chunks(min(count, most // weight)):
                before, shift = best, chunk * weight
                best = np.empty_like(before)
                best[:shift] = before[:shift]
                more = room[: most + 1 - shift]
                np.add(before[: most + 1 - shift], chunk * value, out=more)
                np.maximum(before[shift:], more, out=best[shift:])
                stages.append((item, chunk, before))
        return [(int(best[c]), self._retrace(stages, best, c)) for c in self.capacities]

    def _retrace(self, stages: list[tuple[int, int, Int64s]], best: Int64s, capacity: int) -> Pattern:
        pattern = [0] * len(self.weights)
        after, room = best, capacity
        for item, chunk, before in reversed(stages):
            if after[room] != before[room]:
                pattern[item] += chunk
                room -= chunk * self.weights[item]
            after = before
        return tuple(pattern)


def fullest_patterns(weights: Sequence[int], left: Sequence[int], capacities: Sequence[int]) -> list[Pattern]:
    """For each capacity, pieces left that fill it best; of equal ones that with the longer pieces (sums
    as bits).
    """
    most = max(capacities)
    mask, sums = (1 << (most + 1)) - 1, 1
    stages: list[tuple[int, int, int]] = []
    for item in sorted(range(len(weights)), key=lambda i: -weights[i]):
        for chunk in binary_chunks(min(left[item], most // weights[item])):
            stages.append((item, chunk, sums))
            sums |= (sums << (chunk * weights[item])) & mask
    found = []
    for capacity in capacities:
        at = (sums & ((1 << (capacity + 1)) - 1)).bit_length() - 1
        pattern = [0] * len(weights)
        for item, chunk, before in reversed(stages):
            if not before >> at & 1:
                pattern[item] += chunk
                at -= chunk * weights[item]
        found.append(tuple(pattern))
    return found


def all_patterns(
    weights: Sequence[int], demand: Sequence[int], capacity: int, slack: int, most: int
) -> list[Pattern] | None:
    """Every pattern whose loss on `capacity` is between 0 and `slack`; None when there are over `most`.

    Branches that cannot end in the slack are cut by the sums that the remaining pieces can reach.
    """
    count = len(weights)
    rest = [1] * (count + 1)
    for i in range(count - 1, -1, -1):
        bits = rest[i + 1]
        for chunk in binary_chunks(min(demand[i], capacity // weights[i])):
            bits |= bits << (chunk * weights[i])
        rest[i] = bits & ((1 << (capacity + 1)) - 1)
    found: list[Pattern] = []
    taken = [0] * count

    def walk(i: int, room: int) -> bool:
        low = max(0, room - slack)
        if not (rest[i] >> low) & ((1 << (room - low + 1)) - 1):
            return True
        if i == count:
            found.append(tuple(taken))
            return len(found) <= most
        for n in range(min(demand[i], room // weights[i]), -1, -1):
            taken[i] = n
            if not walk(i + 1, room - n * weights[i]):
                return False
        taken[i] = 0
        return True

    return found if walk(0, capacity) else None
