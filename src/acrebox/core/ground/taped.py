"""What of a bed is taped to tell whether it lies as it should, and what those tapes say."""

from collections.abc import Iterator
from functools import lru_cache
from itertools import combinations

from acrebox.core.assembly import Assembly
from acrebox.core.ground.corners import Held, Move, SquareAnswer, Tapes, check_corners
from acrebox.core.ground.network import Network, Tie
from acrebox.core.ground.places import corner_places
from acrebox.core.ground.square import held_to, rectangle
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Outline

ALL_PAIRS_UP_TO = 6
"""Beds of more corners are taped from two of them."""
KEPT = 64
ACROSS = 2
"""How often a round bed is taped across at least."""
TRIANGLE = 3


def network_of(bed: Assembly) -> Network:
    """The corners of a bed with its sides and diagonals: of up to six corners all of them, of more those from
    the first corner and from the one opposite. Of a round bed, what lies across between opposite places.
    """
    return _network(bed.staked, tuple(corner_places(bed).items()))


@lru_cache(maxsize=KEPT)
def _network(outline: Outline, places: tuple[tuple[str, tuple[float, float]], ...]) -> Network:
    names = tuple(n for n, _ in places)
    points = tuple((float(x), float(y)) for _, (x, y) in places)
    count = len(points)
    if not outline.corners:
        half = count // 2
        across = (Tie(f"{names[n]} to {names[n + half]}", n, n + half) for n in range(half))
        return Network(names, points, tuple(across))
    if outline.is_rectangle:
        long, wide = outline.sides[0].length, outline.sides[1].length
        return rectangle(long, wide)
    sides = [Tie(side.name, n, (n + 1) % count) for n, side in enumerate(outline.sides)]
    return Network(names, points, (*sides, *_diagonals(names)))


def _diagonals(names: tuple[str, ...]) -> Iterator[Tie]:
    count = len(names)
    from_ = range(count) if count <= ALL_PAIRS_UP_TO else (0, count // 2)
    for i, j in combinations(range(count), 2):
        if j - i not in (1, count - 1) and (i in from_ or j in from_):
            yield Tie(f"{names[i]} to {names[j]}", i, j)


def tapes_wanted(bed: Assembly) -> int:
    """From how many tapes on it can be told where a bed's corners lie: one more than fix them, so that a
    misread one shows; a triangle has none to spare.
    """
    if not bed.outline.corners:
        return ACROSS
    corners = len(bed.outline.corners)
    return 2 * corners - (3 if corners == TRIANGLE else 2)


def check_taped(bed: Assembly, tapes: Tapes, show: Printer) -> SquareAnswer | None:
    """What tapes of a bed say of its corners, or of how round it is; None while they leave that open. Raises
    DesignError, by the names of the tapes, where no corners have such lengths.
    """
    network = network_of(bed)
    held = held_to(show.built)
    if not bed.outline.corners:
        return _round(network, tapes, held, show) if len(tapes.first) >= tapes_wanted(bed) else None
    corners = len(network.corners)
    if network.of(tapes.first).spare < tapes_wanted(bed) - (2 * corners - 3):
        return None
    return check_corners(network, tapes, held, show, right_angles=bed.outline.is_rectangle)


def _round(network: Network, tapes: Tapes, held: Held, show: Printer) -> SquareAnswer:
    """Every length across against the one that is wanted; both its ends are pushed in or pulled out alike."""
    used = network.of(tapes.first)
    lengths = tapes.used(held.alike)
    moves = []
    for tie, wanted in zip(used.ties, used.lengths, strict=True):
        by = (lengths[tie.name] - wanted) / 2
        if abs(by) > held.enough:
            way = "in" if by > 0 else "out"
            start, end = network.corners[tie.start], network.corners[tie.end]
            words = f"Push {start} and {end} {way} by {show.exact(abs(by))} each."
            moves.append(Move(corner=start, along=tie.name, by_mm=by, words=words))
    moves.sort(key=lambda m: -abs(m.by_mm))
    return SquareAnswer(
        tapes=list(used.names),
        corners=[],
        residuals_mm=[round(lengths[t.name] - w, 3) for t, w in zip(used.ties, used.lengths, strict=True)],
        spare=0,
        suspect=None,
        move=moves[0] if moves else None,
        moves=moves,
        true_diagonal_mm=None,
        square=not moves,
        words=moves[0].words if moves else "It is as round as it should be.",
    )
