"""The bow of a wall as a line to draw, larger than it will be."""

from acrebox.core.shape.outline import Side as Edge
from acrebox.core.strength.factors import factor
from acrebox.core.strength.sides import Side

DRAWN_TIMES = 10.0
MOST_DRAWN = 0.25
"""What hangs loose would leave the sheet: no line stands out by more than this share of its length."""


def bow_curve(edge: Edge, side: Side) -> tuple[float, list[tuple[float, float]]]:
    """How far the piece of a side that bows most stands out [mm], and its line as seen from above, standing
    out DRAWN_TIMES as far: points (x, y) [mm].
    """
    lines = []
    for beam in side.answer.beams:
        lasting, passing = beam.line[:, 0], beam.line[:, 1]
        lines.append((beam.places, factor("creep") * lasting + passing))
    places, line = max(lines, key=lambda one: float(abs(one[1]).max()))
    most = float(abs(line).max())
    times = min(DRAWN_TIMES, MOST_DRAWN * side.wall.length / most) if most > 0 else 0.0
    points = [
        edge.place(side.wall.start + float(x), -float(w) * times, 0.0)[:2]
        for x, w in zip(places, line, strict=True)
    ]
    return most, [(round(x, 1), round(y, 1)) for x, y in points]
