"""What the soil bends in a wall of framed sheet: the sheet, its studs and its rails."""

from collections.abc import Sequence

from acrebox.core.assembly import LoadCase, Span, Upright, WallAlong
from acrebox.core.construction.sizes import size
from acrebox.core.construction.studwork import SideFrame, Studwork
from acrebox.core.stock import Sheet


def stud_spans(work: Studwork, sheet: Sheet, frames: Sequence[SideFrame]) -> tuple[Span, ...]:
    """What the sheet of every side spans between studs and posts."""
    return tuple(
        Span(
            side=each.side.name,
            length=max(each.bays),
            bays=len(each.bays),
            thickness=sheet.depth.mm,
            rule=size("stud_rule", work.show.built),
            what="sheet",
            between="studs",
        )
        for each in frames
    )


def framed_loads(work: Studwork, sheet: Sheet, row: float, frames: Sequence[SideFrame]) -> list[LoadCase]:
    """The sheet between studs, of which the lowest `row` is so high [mm], and a stud between rails."""
    rail = work.rail
    found: list[LoadCase] = []
    for each in frames:
        side = each.side
        skin = WallAlong(
            side=side.name,
            what="sheet",
            by_rule=True,
            limit_field="construction.stud_limit",
            stock=sheet.key,
            span=max(each.bays),
            spans=min(4, len(each.bays)),
            low=0.0,
            high=row,
            breadth=row,
            depth=sheet.depth.mm,
            between="studs",
        )
        stud = Upright(
            side=side.name,
            what="stud",
            stock=rail.timber.key,
            span=work.height - rail.width,
            breadth=rail.width,
            depth=rail.thickness,
            strip=max(each.bays),
        )
        found += [skin, stud]
    return found
