"""Corrugated sheet along walls: how many rows stand in a height, and the pieces that make them."""

from dataclasses import dataclass

from acrebox.core.assembly import Part, SheetPiece, role
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine, in_modules
from acrebox.core.construction.wave import sheet_body
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Side
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


@dataclass(frozen=True, kw_only=True)
class Sheeting:
    """Sheet along walls: their line, what it is cut from, heights of its rows, the longest there is, by how
    much two lap where they meet: nothing where they butt; the shortest end of a side that is a sheet of its
    own [mm].
    """

    skin: WallLine
    sheet: Sheet
    rows: tuple[float, ...]
    longest: float
    lap: float
    least: float

    def joins(self, side: Side) -> tuple[float, ...]:
        """The middles of where the sheets of a side meet [mm from its first corner]: whole sheets first, so
        that what stands behind them stands in modules of a sheet; a short end is shared with the sheet
        before it.
        """
        return in_modules(
            *self.skin.longest(side, 1),
            self.longest,
            least=self.least,
            lap=self.lap,
            far=self.skin.begins_far(side),
        )

    def lay(self) -> list[Part]:
        """Sheets lengthwise along every side, row over row; where two meet, each carries half of the lap."""
        made = []
        for side in self.skin.outline.sides:
            joins = self.joins(side)
            for row, height in enumerate(self.rows, start=1):
                base = sum(self.rows[: row - 1])
                ripped = _ripped(self.sheet, height) if len(self.rows) == 1 else None
                for n, box in enumerate(self.skin.pieces(side, 1, base, height, joins), start=1):
                    start = side.coordinates(box.origin[0], box.origin[1])[0]
                    body = sheet_body(
                        side, self.sheet, start=start, length=box.length, base=base, height=height
                    )
                    lapped = (n > 1) + (n <= len(joins))
                    piece = SheetPiece(
                        stock=self.sheet.key,
                        finished=box.length,
                        allowance=lapped * self.lap / 2,
                        ripped=ripped,
                        stock_width=self.sheet.width.mm,
                    )
                    name = f"{side.name} sheet {row}.{n}"
                    made.append(
                        Part(
                            name=name, role=role("sheet"), body=body, piece=piece, side=side.name, course=row
                        )
                    )
        return made


def _ripped(sheet: Sheet, height: float) -> float | None:
    """The width a row of sheet is ripped to, where it is not whole [mm]."""
    return height if height < sheet.width.mm - size("tape_tolerance") else None
