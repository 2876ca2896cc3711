"""How the walls of one room are lined: with what, how deep, how far along."""

from dataclasses import dataclass

from acrebox.core.design import Sold
from acrebox.core.lining.room import Crossing
from acrebox.core.measure.systems import System


@dataclass(frozen=True, kw_only=True)
class WallWay:
    """The lining of a room's walls: its depth without what is turned in, what is turned in at the floor and
    what is left over the rim until it is trimmed, the way round with its slack, how much `longer` that makes
    it, how far pieces lap [mm].
    """

    material: Sold
    built: System
    depth: float
    turn_in: float
    over: float
    round: float
    longer: float
    lap: float
    seams: bool
    stapled: bool
    crossings: tuple[Crossing, ...]

    @property
    def wide(self) -> float:
        """How wide it is cut [mm]."""
        return self.depth + self.turn_in + self.over
