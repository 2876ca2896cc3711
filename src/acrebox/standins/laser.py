"""A laser level that is not there: it stands on an invented plot and reads it with a small error."""

from dataclasses import dataclass
from math import cos, sin
from random import Random

NOISE_MM = 1.2
"""How far its readings scatter (standard deviation)."""
STANDS_MM = 1450.0
"""About how high it stands over the plot's middle."""


@dataclass(frozen=True)
class Plot:
    """An invented piece of ground: a slope, and one swell on it [mm]; the same number gives the same plot."""

    number: int

    def height_at(self, x: float, y: float) -> float:
        """How high the ground is at a place [mm], over that at the front left corner."""
        return self._rises(x, y) - self._rises(0.0, 0.0)

    def _rises(self, x: float, y: float) -> float:
        dice = Random(f"plot {self.number}")
        along, across, swell = dice.uniform(-0.03, 0.03), dice.uniform(-0.05, 0.05), dice.uniform(-12, 12)
        wave, turn = dice.uniform(2500, 6000), dice.uniform(0, 6)
        return along * x + across * y + swell * sin(x / wave + turn) * cos(y / wave)


@dataclass(frozen=True)
class Laser:
    """A laser on a plot. What it reads at a place differs a little each time (`turn` counts them), and is the
    same for the same turn.
    """

    plot: Plot

    def read(self, x: float, y: float, turn: int, over: float = 0.0) -> float:
        """The staff reading at a place [mm], to the millimetre: how far it lies under the beam; the staff
        stands so far `over` the ground.
        """
        dice = Random(f"laser {self.plot.number} {round(x)} {round(y)} {turn}")
        stands = STANDS_MM + Random(f"tripod {self.plot.number}").uniform(-60, 60)
        return float(round(stands - self.plot.height_at(x, y) - over + dice.gauss(0.0, NOISE_MM)))
