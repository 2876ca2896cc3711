"""Corrugated sheet as a body: its wave as a profile, and how far a room behind it reaches at every height."""

from shapely import Polygon

from acrebox.core.shape.bodies import Corners, Extrusion, Loft
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.vector import UP
from acrebox.core.stock import Sheet, Wave

POINTS_A_WAVE = 8


def wave_line(wave: Wave, height: float) -> list[tuple[float, float]]:
    """The middle of a sheet's steel from one edge up to `height` [mm]: (up, in from its outer crests),
    crest to crest.

    Straight between eight points a wave, which is what the sheet is here taken to be: its body, its mesh
    and the room behind it are all worked out from these points.
    """
    step = wave.pitch / POINTS_A_WAVE
    marks = [n * step for n in range(int(height / step + 1e-9) + 1)]
    if height - marks[-1] > 1e-6:
        marks.append(height)
    return [(z, wave.depth / 2 + wave.swing(z)) for z in marks]


def sheet_profile(wave: Wave, height: float) -> Polygon:
    """A sheet's section across its waves (up, in) [mm]: the steel's true area, as thick inwards as its girth
    over its width.
    """
    middle, half = wave_line(wave, height), wave.inward / 2
    return Polygon([*((z, d - half) for z, d in middle), *((z, d + half) for z, d in reversed(middle))])


def sheet_body(
    side: Side, sheet: Sheet, *, start: float, length: float, base: float, height: float
) -> Extrusion:
    """A sheet lying lengthwise along a side, its outer crests on the side's line [mm]."""
    return Extrusion(
        profile=sheet_profile(sheet.wave, height),
        origin=side.place(start, 0.0, base),
        along=side.along,
        face=UP,
        through=side.inward,
        length=length,
    )


def room_behind(outer: Outline, sheet: Sheet, rows: tuple[float, ...]) -> Loft:
    """The room within rows of sheet, `rows` [mm] high, whose outer crests stand on an outline.

    At each height it reaches to the steel.
    """
    levels = []
    base = 0.0
    within: dict[float, Corners] = {}
    for row in rows:
        for z, middle in wave_line(sheet.wave, row):
            by = round(middle + sheet.wave.inward / 2, 6)
            if by not in within:
                within[by] = Corners(outer.inset(by).points)
            levels.append((base + z, within[by]))
        base += row
    return Loft(tuple(levels))
