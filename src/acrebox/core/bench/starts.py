"""Plans found by hand, as it were: first-fit over each length and over all of them, and the fullest stick
each time.
"""

from collections.abc import Callable, Iterator, Sequence

from acrebox.core.bench.pricing import fullest_patterns
from acrebox.core.bench.problem import CuttingProblem, Pattern, Stick
from acrebox.core.bench.programme import Column
from acrebox.core.bench.work import Work


def sticks_from(problem: CuttingProblem, chosen: Sequence[Column]) -> tuple[Stick, ...] | None:
    """Sticks of the chosen patterns with surplus pieces left off; None when a piece is still missing."""
    left = list(problem.demand)
    sticks = []
    for kind, pattern in chosen:
        pieces: list[int] = []
        for i, n in enumerate(pattern):
            take = min(n, left[i])
            left[i] -= take
            pieces += [problem.lengths[i]] * take
        if pieces:
            sticks.append(Stick(kind, tuple(sorted(pieces, reverse=True))))
    return None if any(left) else tuple(sticks)


def starts(problem: CuttingProblem, work: Work) -> Iterator[tuple[Stick, ...]]:
    """Plans to start from: first-fit on each length with the longer ones behind it, then over all of them."""
    order = sorted(range(len(problem.kinds)), key=lambda k: -problem.capacities[k])
    for first in order:
        plan = _first_fit(problem, first, order, work)
        if plan is not None:
            yield plan
    for way in (greedy, fullest):
        if not fullest_pays(problem, work):
            return
        chosen = way(problem, (), problem.limits, work)
        if chosen is not None and (sticks := sticks_from(problem, chosen)) is not None:
            yield sticks


def fullest_pays(problem: CuttingProblem, work: Work) -> bool:
    """Whether filling every stick as full as can be costs no more than a fifth of the work left."""
    most = max(problem.capacities)
    sticks = sum(n * w for n, w in zip(problem.demand, problem.weights, strict=True)) / most
    return sticks * _units_a_stick(problem.demand, most) < work.left / 5


def _units_a_stick(left: Sequence[int], most: int) -> float:
    return 20 + most / 8000 * (10 + 2 * sum(n.bit_length() for n in left))


def _first_fit(
    problem: CuttingProblem, first: int, order: Sequence[int], work: Work
) -> tuple[Stick, ...] | None:
    """First-fit decreasing on one length; what does not fit it, or is over its limit, goes on the others."""
    spare, kinds = list(problem.limits), [first, *(k for k in order if k != first)]
    rooms: list[list[int]] = []
    held: list[list[int]] = []
    for i in sorted(range(len(problem.weights)), key=lambda i: -problem.weights[i]):
        weight, left = problem.weights[i], problem.demand[i]
        for at, (_, room) in enumerate(rooms):
            left -= _put(problem, i, min(left, room // weight), rooms[at], held[at])
        while left:
            kind = next((k for k in kinds if spare[k] > 0 and problem.capacities[k] >= weight), None)
            if kind is None:
                return None
            spare[kind] -= 1
            rooms.append([kind, problem.capacities[kind]])
            held.append([])
            left -= _put(problem, i, min(left, problem.capacities[kind] // weight), rooms[-1], held[-1])
    work.spend(len(held) * len(problem.weights) / 4)
    pairs = zip(rooms, held, strict=True)
    return tuple(_cheapest_room(problem, kind, pieces, spare) for (kind, _), pieces in pairs)


def _put(problem: CuttingProblem, piece: int, count: int, room: list[int], held: list[int]) -> int:
    """Lay so many pieces into a stick; answers how many."""
    room[1] -= count * problem.weights[piece]
    held += [problem.lengths[piece]] * count
    return count


def _cheapest_room(problem: CuttingProblem, kind: int, pieces: list[int], spare: list[int]) -> Stick:
    """The same pieces on the cheapest length that holds them and is still to be had."""
    need = sum(pieces) + problem.kerf * (len(pieces) - 1)
    prices = [
        (k.price, n) for n, k in enumerate(problem.kinds) if k.usable >= need and (spare[n] > 0 or n == kind)
    ]
    _, best = min(prices)
    if best != kind:
        spare[best] -= 1
        spare[kind] += 1
    return Stick(best, tuple(sorted(pieces, reverse=True)))


def greedy(
    problem: CuttingProblem, start: Sequence[Column], mix: Sequence[int], work: Work
) -> list[Column] | None:
    """Fill what `start` leaves, longest pieces first, using at most `mix` sticks of each kind; None if
    stuck.
    """
    order = sorted(range(len(problem.weights)), key=lambda i: -problem.weights[i])

    def fill(left: Sequence[int], kinds: Sequence[int]) -> list[Column]:
        return [(k, _fill(problem, order, left, k)) for k in kinds]

    return _filled(problem, start, mix, fill, work)


def fullest(
    problem: CuttingProblem, start: Sequence[Column], mix: Sequence[int], work: Work
) -> list[Column] | None:
    """The same, every next stick filled as full as the pieces left allow (a subset sum)."""

    def fill(left: Sequence[int], kinds: Sequence[int]) -> list[Column]:
        capacities = [problem.capacities[k] for k in kinds]
        work.spend(_units_a_stick(left, max(capacities)))
        found = fullest_patterns(problem.weights, left, capacities)
        return list(zip(kinds, found, strict=True))

    return _filled(problem, start, mix, fill, work)


def _filled(
    problem: CuttingProblem,
    start: Sequence[Column],
    mix: Sequence[int],
    fill: Callable[[Sequence[int], Sequence[int]], list[Column]],
    work: Work,
) -> list[Column] | None:
    left, spare = list(problem.demand), list(mix)
    chosen: list[Column] = []
    for kind, pattern in start:
        if spare[kind] <= 0:
            continue
        chosen.append((kind, pattern))
        spare[kind] -= 1
        left = [max(0, n - p) for n, p in zip(left, pattern, strict=True)]
    while any(left):
        biggest = max(w for w, n in zip(problem.weights, left, strict=True) if n)
        rooms = [k for k in range(len(spare)) if spare[k] > 0 and problem.capacities[k] >= biggest]
        if not rooms or work.over:
            return None
        kind, pattern = min(fill(left, rooms), key=lambda c: _loss(problem, *c))
        if not any(pattern):
            return None
        work.spend(len(left) * len(rooms))
        chosen.append((kind, pattern))
        spare[kind] -= 1
        left = [n - p for n, p in zip(left, pattern, strict=True)]
    return chosen


def _fill(problem: CuttingProblem, order: Sequence[int], left: Sequence[int], kind: int) -> Pattern:
    """First-fit decreasing: the longest piece left, then whatever fits behind it."""
    room, pattern = problem.capacities[kind], [0] * len(left)
    for i in order:
        pattern[i] = min(left[i], room // problem.weights[i])
        room -= pattern[i] * problem.weights[i]
    return tuple(pattern)


def _loss(problem: CuttingProblem, kind: int, pattern: Pattern) -> float:
    used = sum(n * w for n, w in zip(pattern, problem.weights, strict=True))
    return (problem.kinds[kind].price + 1) / max(1, used)
