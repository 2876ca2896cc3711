"""A laser and a tape that are not there: an invented plot is read with a small error, a racked bed taped."""

from dataclasses import dataclass
from math import cos, hypot, radians, sin
from random import Random

NOISE_MM = 1.2
"""How far its readings scatter (standard deviation)."""
STANDS_MM = 1450.0
"""About how high it stands over the plot's middle."""
LAID_HIGH_MM = 9.0
"""How far over the rest the first corner of a course is laid that nobody has checked yet."""
SLIP_MM = 100.0
"""What is misread where a reading is planted: a whole decimetre."""


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

    def misread_of(self, stations: tuple[str, ...]) -> str:
        """The station whose first reading is misread in practice."""
        return Random(f"slip {self.number}").choice(stations)

    def racked(self, long: float, wide: float) -> list[float]:
        """Sides and diagonals of a bed on it that is racked [mm], taped to the millimetre: front, right,
        back, left, front left to back right, front right to back left.
        """
        way = Random(f"rack {self.number}").choice((-1, 1))
        rack = radians(way * Random(f"by {self.number}").uniform(0.6, 1.6))
        square, lean = hypot(long, wide) ** 2, 2 * long * wide * sin(rack)
        return [long, wide, long, wide, *(float(round((square + side * lean) ** 0.5)) for side in (1, -1))]


@dataclass(frozen=True)
class Laser:
    """A laser on a plot. What it reads at a place differs a little each time (`turn` counts them), and is the
    same for the same turn.
    """

    plot: Plot

    def read(self, x: float, y: float, turn: int) -> float:
        """The staff reading on the ground at a place [mm], to the millimetre: how far under the beam it
        lies.
        """
        return self._under_beam(x, y, turn, self.plot.height_at(x, y))

    def read_course(self, x: float, y: float, turn: int, *, high: bool) -> float:
        """The staff reading on a course at a place [mm]: it lies level whatever the ground does, but where it
        was laid `high`.
        """
        return self._under_beam(x, y, turn, LAID_HIGH_MM if high else 0.0)

    def _under_beam(self, x: float, y: float, turn: int, height: float) -> float:
        dice = Random(f"laser {self.plot.number} {round(x)} {round(y)} {turn}")
        stands = STANDS_MM + Random(f"tripod {self.plot.number}").uniform(-60, 60)
        return float(round(stands - height + dice.gauss(0.0, NOISE_MM)))
