"""Watch-outs about the stock: sizes that differ, reclaimed boards, raw edges."""

from collections.abc import Iterator

from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen


@rule(
    "nominal-size",
    stage="shape",
    level="note",
    field="construction.board",
    why=(
        "A board is sold by the size it had before it was planed; heights and insides follow the size it has"
        " now."
    ),
    source="PS 20-20 (from memory)",
)
def nominal_size(seen: Seen) -> Iterator[Finding]:
    show = seen.show
    for used in seen.assembly.timbers[:1]:
        timber = seen.book.find_timber(used.stock)
        nominal = timber.nominal.removeprefix("t").split("x") if timber else []
        if len(nominal) == 2 and all(n.isdigit() and int(n) <= 12 for n in nominal):
            yield Finding(
                f"A {nominal[0]}x{nominal[1]} is smaller than its name: it measures"
                f" {show.length(used.thickness)} × {show.length(used.width)}.",
                "Measure one of yours and type it in if it differs.",
                field=used.field,
            )


@rule(
    "measured-differs",
    stage="shape",
    level="note",
    field="construction.board_measured",
    why="Everything here follows what you measured; a stick bought later may measure otherwise.",
)
def measured_differs(seen: Seen) -> Iterator[Finding]:
    show = seen.show
    for used in seen.assembly.timbers:
        timber = seen.book.find_timber(used.stock)
        if used.differs and timber:
            yield Finding(
                f"You measured {show.length(used.thickness)} × {show.length(used.width)}; the catalogue says"
                f" {show.length(timber.thickness.mm)} × {show.length(timber.width.mm)}.",
                "Measure a few more boards, and buy all of them from one pack.",
                field=f"{used.field}_measured",
            )


@rule(
    "reclaimed",
    stage="shape",
    level="note",
    field="construction.stave",
    why=(
        "Nobody knows what reclaimed boards were treated with; old paint may hold lead, and hidden nails"
        " break saws."
    ),
)
def reclaimed(seen: Seen) -> Iterator[Finding]:
    stocks = {u.stock for u in seen.assembly.timbers if (t := seen.book.find_timber(u.stock)) and t.reclaimed}
    if stocks:
        count = sum(p.stock in stocks for p in seen.assembly.parts)
        yield Finding(
            f"{count} pieces are cut from reclaimed boards.",
            "Look for the stamp (heat-treated only), test paint with a lead kit, run a magnet over every"
            " board, and line the soil side.",
        )


@rule(
    "raw-sheet-edge",
    stage="shape",
    level="fix",
    field="add_ons",
    why="A cut edge of sheet at the height of a hand is a blade, and rust starts there.",
)
def raw_sheet_edge(seen: Seen) -> Iterator[Finding]:
    sheets = [p for p in seen.assembly.parts if p.role.sharp and p.side]
    length = seen.assembly.open_edge
    if seen.design.add_ons.cap is None:
        length += sum(p.solid.length for p in sheets if abs(p.body.bounds[1][2] - seen.assembly.wall_top) < 1)
    if length:
        yield Finding(
            f"{seen.show.length(length)} of sheet edge stands open at the top.",
            "Add a cap or slit hose over it, and file every cut edge smooth. Wear gloves.",
        )
