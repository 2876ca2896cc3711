"""Corrugated sheet along walls: how many rows stand in a height, and the pieces that make them."""

from math import ceil

from acrebox.core.assembly import Part, SheetPiece, role
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine
from acrebox.core.construction.wave import sheet_body
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Sheet

MOST_ROWS = 2


def sheet_rows(design: Design, sheet: Sheet, lowest: float, show: Printer) -> tuple[float, ...]:
    """Heights of the rows of sheet [mm]: each but the top one shows its cover width, the top one stands as
    high as the sheet is wide; or one row cut to the height.

    Raises DesignError when a row would be under `lowest` [mm] or the sheet does not give the height.
    """
    if design.courses is not None:
        if design.courses > MOST_ROWS:
            raise refuse(
                "courses", design.courses, "That many rows of sheet are no garden bed.", "1 or 2 rows"
            )
        return (sheet.cover.mm,) * (design.courses - 1) + (sheet.width.mm,)
    assert design.height is not None
    height = design.height.mm
    if not lowest <= height <= sheet.width.mm:
        raise refuse(
            "height",
            design.height.text,
            f"The sheet is {show.length(sheet.width.mm)} wide and cannot stand {show.length(height)} high.",
            f"{show.length(lowest)} to {show.length(sheet.width.mm)}, or 1 or 2 rows of"
            f" {show.length(sheet.cover.mm)} cover",
        )
    return (height,)


def lay_sheets(skin: WallLine, sheet: Sheet, rows: tuple[float, ...], longest: float) -> list[Part]:
    """Sheets lengthwise along every side, row over row; all but the last of a run carry the end lap.

    `rows` are heights and `longest` a stick of the sheet [mm].
    """
    lap = sheet.end_lap.mm
    made = []
    for side in skin.outline.sides:
        low, high = skin.longest(side, 1)
        whole = high - low <= longest
        count = 1 if whole else ceil((high - low) / (longest - lap) - 1e-9)
        joints = tuple(low + (high - low) * n / count for n in range(1, count))
        for row, height in enumerate(rows, start=1):
            base = sum(rows[: row - 1])
            ripped = _ripped(sheet, height) if len(rows) == 1 else None
            for n, box in enumerate(skin.pieces(side, 1, base, height, joints), start=1):
                start = side.coordinates(box.origin[0], box.origin[1])[0]
                body = sheet_body(side, sheet, start=start, length=box.length, base=base, height=height)
                piece = SheetPiece(
                    stock=sheet.key, finished=box.length, allowance=lap if n < count else 0.0, ripped=ripped
                )
                name = f"{side.name} sheet {row}.{n}"
                made.append(
                    Part(name=name, role=role("sheet"), body=body, piece=piece, side=side.name, course=row)
                )
    return made


def _ripped(sheet: Sheet, height: float) -> float | None:
    """The width a row of sheet is ripped to, where it is not whole [mm]."""
    return height if height < sheet.width.mm - size("tape_tolerance") else None
