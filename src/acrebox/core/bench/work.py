"""Counted work: what bounds every search of the bench, so that the same problem gives the same plan on
any machine.

A unit is worth one to two microseconds on the machine the counts were tuned on (`tests/speed/cutting.py`
prints the ratio). Nothing here looks at a clock.
"""

from dataclasses import dataclass, field

# Dual prices are scaled to whole numbers, so that bounds hold exactly; nearer a whole than this is one.
SCALE = 1 << 20
WHOLE = 1e-6
# First answers get this much a section; asking for more multiplies it.
FIRST_ANSWER = 100_000


@dataclass
class Work:
    """So much work that may be done [units], and what of it is done."""

    allowed: int
    done: int = field(default=0)

    @property
    def left(self) -> int:
        """What may still be done."""
        return max(0, self.allowed - self.done)

    @property
    def over(self) -> bool:
        """Whether all of it is done."""
        return self.done >= self.allowed

    def spend(self, units: float) -> None:
        """Count work that was done [units]."""
        self.done += int(units) + 1


def of_linear(rows: int, columns: int, iterations: int) -> float:
    """Work [units] of a linear programme that took so many simplex iterations."""
    return 90 + 1.2 * columns + iterations * (3 + rows / 12)


def of_whole(columns: int, iterations: int) -> float:
    """Work [units] of an integer programme of so many columns that took so many simplex iterations."""
    return 2500 + 30.0 * columns + 220.0 * iterations


def least_of_whole(columns: int) -> float:
    """What an integer programme of so many columns is likely to take at least [units]: its root alone."""
    return 2500 + 900.0 * columns
