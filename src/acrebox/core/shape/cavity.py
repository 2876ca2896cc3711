"""The cavity: what soil can fill, as area by height, so that V(z) and z(V) exist for every shape of bed."""

from bisect import bisect_right
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import accumulate

from acrebox.core.shape.slices import AreaPiece, Slice, merged, within


@dataclass(frozen=True)
class Cavity:
    """Area by height from the floor up: pieces that follow each other, and what is taken out of round
    ones. Over ground that is not level, `foot` is where its floor would be if it were [mm].
    """

    pieces: tuple[AreaPiece, ...]
    taken: tuple[Slice, ...] = ()
    foot: float | None = None

    @cached_property
    def floor(self) -> float:
        """The lowest height that soil reaches [mm]."""
        return min(s.z0 for s in self.pieces)

    @property
    def base(self) -> float:
        """Where depths are counted from [mm]: its floor, of ground that is not level the foot over it."""
        return self.floor if self.foot is None else self.foot

    @cached_property
    def top(self) -> float:
        """The rim [mm]."""
        return max(s.z1 for s in self.pieces)

    def area_at(self, z: float) -> float:
        """The area at a height [mm²]."""
        whole = max((s.area_at(z) for s in self.pieces), default=0.0)
        return whole - max((s.area_at(z) for s in self.taken), default=0.0)

    def litres_to(self, z: float) -> float:
        """V(z): volume from the floor up to height z [L]."""
        return _sum_to(self.pieces, self._before, z) - _sum_to(self.taken, self._taken_before, z)

    @cached_property
    def _before(self) -> list[float]:
        return [0.0, *accumulate(s.litres_to(s.z1) for s in self.pieces)]

    @cached_property
    def _taken_before(self) -> list[float]:
        return [0.0, *accumulate(s.litres_to(s.z1) for s in self.taken)]

    def height_of(self, litres: float) -> float:
        """z(V): the height [mm] to which a volume [L] fills the cavity, by bisection to 1e-6 mm.

        Raises ValueError when it holds less than that.
        """
        low, high = self.floor, self.top
        if not -1e-9 <= litres <= self.litres_to(high) * (1 + 1e-12) + 1e-9:
            raise ValueError(f"the bed holds {self.litres_to(high):.1f} L, not {litres:.1f} L")
        while high - low > 1e-6:
            middle = (low + high) / 2
            low, high = (middle, high) if self.litres_to(middle) < litres else (low, middle)
        return (low + high) / 2


@dataclass(frozen=True)
class Raised(Cavity):
    """What of a cavity lies over a height: over a bed of stone on its floor."""

    from_: float = 0.0

    @cached_property
    def floor(self) -> float:
        """The height from which it is counted [mm]."""
        return self.from_

    @property
    def base(self) -> float:
        """Where depths are counted from [mm]."""
        return self.from_

    def litres_to(self, z: float) -> float:
        """V(z) from that height up [L]."""
        return max(0.0, super().litres_to(z) - super().litres_to(self.from_))


def over(cavity: Cavity, height: float) -> Cavity:
    """What of a cavity lies over a height [mm]."""
    return Raised(cavity.pieces, cavity.taken, None, height)


def _sum_to(pieces: Sequence[AreaPiece], before: Sequence[float], z: float) -> float:
    """Volume up to a height [L] of pieces that follow each other upwards, `before` the sums up to each."""
    at = bisect_right(pieces, z, key=lambda s: s.z0)
    return before[at - 1] + pieces[at - 1].litres_to(z) if at else 0.0


def cavity_of(room: Sequence[AreaPiece], stands: Iterable[Slice], foot: float | None = None) -> Cavity:
    """A room less what stands in it; of what stands only the heights of the room count. `foot` as of the
    cavity.
    """
    low, high = min(s.z0 for s in room), max(s.z1 for s in room)
    inside = within(stands, low, high)
    if all(isinstance(s, Slice) for s in room):
        return Cavity(merged([s for s in room if isinstance(s, Slice)], inside), foot=foot)
    return Cavity(tuple(room), merged(inside), foot)


def together(cavities: Sequence[Cavity]) -> Cavity:
    """Several cavities filled alike, each from its own base, at the heights of the first."""
    if len(cavities) == 1:
        return cavities[0]
    moved = [(c, cavities[0].base - c.base) for c in cavities]
    if all(isinstance(s, Slice) for c in cavities for s in c.pieces):
        plain = [_raised(s, by) for c, by in moved for s in c.pieces if isinstance(s, Slice)]
        return Cavity(merged(plain), foot=cavities[0].foot)
    raise NotImplementedError("round tanks lying side by side are each a bed of their own")


def _raised(piece: Slice, by: float) -> Slice:
    return Slice(piece.z0 + by, piece.z1 + by, piece.a, piece.b, piece.c)
