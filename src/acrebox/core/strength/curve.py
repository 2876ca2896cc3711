"""The bow of a wall as a line to draw, larger than it will be."""

from collections.abc import Sequence
from itertools import pairwise
from math import pi, sin

from acrebox.core.shape.outline import Side
from acrebox.core.strength.bending import Bent

DRAWN_TIMES = 10.0
STEPS = 12
MOST_DRAWN = 4


def bow_curve(side: Side, marks: Sequence[float], worst: Bent) -> list[tuple[float, float]]:
    """A side's outer face seen from above, bowed DRAWN_TIMES as far as `worst` will between the post marks.

    Marks [mm] along the side; points (x, y) [mm], STEPS + 1 a bay. A bay is drawn as half a sine wave.
    """
    supports = marks if len(marks) > 1 else (0.0, side.length)
    points = []
    for a, b in pairwise(supports):
        # A shorter bay of the same board bows by the fourth power of its length.
        bow = min(worst.bow * ((b - a) / worst.case.span) ** 4, worst.bow) * DRAWN_TIMES
        bow = min(bow, (b - a) / MOST_DRAWN)  # what hangs loose would leave the sheet
        points += [
            side.place(a + (b - a) * n / STEPS, -bow * sin(pi * n / STEPS), 0.0)[:2] for n in range(STEPS + 1)
        ]
    return [(round(x, 1), round(y, 1)) for x, y in points]
