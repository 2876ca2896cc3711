"""What linings are made of and held by, on the buying list: rolls and sheets, staples, nails, tape, paint."""

from collections.abc import Iterator
from math import ceil

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.data import amount
from acrebox.core.lining import Taken
from acrebox.core.measure.convert import MM_PER_FOOT
from acrebox.core.measure.telling import told
from acrebox.core.plan.buy_rows import Buy, buy_line, good_line

PAINTS = {"bitumen": "bitumen-paint", "oil": "wood-oil"}
UNITS = {1000.0: "m", float(MM_PER_FOOT): "ft"}


def line_goods(seen: Seen) -> list[Buy]:
    """The goods of the lining; what is to hand is not bought."""
    found = seen.lined
    rolls = [_roll(taken, seen) for taken in found.taken if not taken.to_hand]
    return [*rolls, *_held(seen)]


def _roll(taken: Taken, seen: Seen) -> Buy:
    show = seen.show
    unit = "sheet" if taken.in_sheets else UNITS.get(taken.step, f"× {show.length(taken.step)}")
    used = max((s.used for s in taken.sheets), default=0) / 10
    pieces = sum(len(s.placed) for s in taken.sheets)
    what = "piece" if pieces == 1 else "pieces"
    words = (
        f"{pieces} {what} out of {taken.count} of them"
        if taken.in_sheets
        else f"{pieces} {what} out of {show.run(used)}, sold by the {unit}"
    )
    counted = f"{words}: {taken.count} × {show.money(taken.each)}"
    return buy_line(
        seen, taken.key, told(taken.name, show), taken.count, unit, taken.each, counted, stage="line"
    )


def _held(seen: Seen) -> Iterator[Buy]:
    """What holds it, what goes over joints, what the wood is coated with."""
    found, show = seen.lined, seen.show
    if found.staples:
        yield _boxes(seen, "staples", found.staples)
    if found.nails:
        yield _boxes(seen, "washer-nails", found.nails)
    if found.tape:
        good = seen.book.find_good("joint-tape")
        count = ceil(good.units_of(found.tape))
        yield good_line(seen, good.key, count, show.run(found.tape), "line")
    pond = sum(p.length * p.width * p.count for p in found.pieces if p.material == "pond")
    if pond and found.floor == "pond":
        good = seen.book.find_good("underlay")
        wide = amount("lining", "limits.toml", "underlay_wide", show.built)
        count = ceil(good.units_of(pond / wide))
        words = f"{show.area(pond)} under the sheet, {show.length(wide)} wide"
        yield good_line(seen, good.key, count, words, "line")
    if found.coat and found.coat.litres:
        good = seen.book.find_good(PAINTS[found.coat.kind])
        count = ceil(found.coat.litres / good.yield_l - 1e-9)
        words = f"{show.paint(found.coat.litres)} ÷ {show.paint(good.yield_l)} a tin, rounded up = {count}"
        yield good_line(seen, good.key, count, words, "line")


def _boxes(seen: Seen, key: str, many: int) -> Buy:
    good = seen.book.find_good(key)
    count = ceil(many / good.holds)
    return good_line(seen, key, count, f"{many} ÷ {good.holds} a box, rounded up = {count}", "line")


LINE_GOODS = register(Chapter(key="line_goods", stage="line", reads=("show", "lined"), work=line_goods))
