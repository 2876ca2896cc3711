"""The running figures of the tape."""

from collections.abc import Sequence
from decimal import ROUND_HALF_UP, Decimal

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.fill import FilledLayer
from acrebox.core.plan.buy_rows import Buy
from acrebox.core.plan.buying import GOODS
from acrebox.core.plan.drain_goods import DRAIN_GOODS
from acrebox.core.plan.head_rows import Taxed, Totals
from acrebox.core.plan.level_goods import LEVEL_GOODS
from acrebox.core.plan.line_goods import LINE_GOODS
from acrebox.core.worked import COMMON_PRACTICE, LIST_PRICES, Worked, Workings

NO_SOIL = ("stone", "filler")
TOLD_L = 0.5


def totals_of(seen: Seen) -> Totals:
    """What is bought, what it costs, what it weighs."""
    timber = sum((s.cost for s in seen.cuttings), Decimal(0))
    goods = _sum(seen.of(GOODS))
    lined, drained, ground = (_sum(seen.of(goods)) for goods in (LINE_GOODS, DRAIN_GOODS, LEVEL_GOODS))
    lining = lined + drained
    stock = timber + goods + lining + ground
    soil = sum((p.cost for p in seen.purchases), Decimal(0))
    stages = {
        "bench": timber + goods,
        "level": ground,
        "line": lined,
        "drain": drained,
        "fill": soil,
    }
    wet = sum(x.wet for x in seen.layers)
    wood = seen.takeoff.weight_kg
    return Totals(
        sticks=sum(len(s.bought) for s in seen.cuttings),
        timber_cost=float(timber),
        fixing_cost=float(goods),
        lining_cost=float(lining),
        ground_cost=float(ground),
        stock_cost=float(stock),
        fill_cost=float(soil),
        cost=float(stock + soil),
        soil_l=soil_in(seen.layers),
        soil_kg=wet,
        timber_kg=wood,
        weight_kg=wet + wood,
        by_stage={stage: float(cost) for stage, cost in stages.items()},
        taxed=_taxed(seen, stock, soil, stages) if seen.book.tax else None,
        working={**_money(seen, timber, goods, lining, ground, soil), **_amounts(seen, wet, wood)},
    )


def _sum(lines: list[Buy]) -> Decimal:
    """What lines of the buying list come to."""
    return sum((Decimal(str(line.cost)) for line in lines), Decimal(0))


def _taxed(seen: Seen, stock: Decimal, soil: Decimal, stages: dict[str, Decimal]) -> Taxed:
    """What is to pay with the yard's tax on top."""
    on_top = 1 + Decimal(str(seen.book.tax)) / 100

    def paid(net: Decimal) -> Decimal:
        return (net * on_top).quantize(Decimal("0.01"), ROUND_HALF_UP)

    show, whole = seen.show.money, stock + soil
    return Taxed(
        percent=seen.book.tax,
        stock_cost=float(paid(stock)),
        fill_cost=float(paid(soil)),
        cost=float(paid(whole)),
        by_stage={stage: float(paid(cost)) for stage, cost in stages.items()},
        working={
            "cost": Worked(
                amount=float(paid(whole)),
                unit=seen.book.currency,
                working=f"{show(whole)} × {on_top} = {show(paid(whole))}",
                source="the yard's tax",
            )
        },
    )


def _money(
    seen: Seen, timber: Decimal, goods: Decimal, lining: Decimal, ground: Decimal, soil: Decimal
) -> Workings:
    show, currency = seen.show.money, seen.book.currency
    parts = f"sticks and sheets {show(timber)} + fixings {show(goods)}"
    if lining:
        parts += f" + lining and drains {show(lining)}"
    if ground:
        parts += f" + stone under the walls {show(ground)}"
    stock = timber + goods + lining + ground
    whole = stock + soil
    return {
        "stock_cost": Worked(
            amount=float(stock), unit=currency, working=f"{parts} = {show(stock)}", source=LIST_PRICES
        ),
        "cost": Worked(
            amount=float(whole),
            unit=currency,
            working=f"{parts} + soil {show(soil)} = {show(whole)}",
            source=LIST_PRICES,
        ),
    }


def soil_in(layers: Sequence[FilledLayer]) -> float:
    """What of a fill is soil, settled [L]: stone and filler are not."""
    return sum(c.settled for x in layers for c in x.everything if c.material.kind not in NO_SOIL)


def _amounts(seen: Seen, wet: float, wood: float) -> Workings:
    show = seen.show
    bought = [(s.stock, len(s.bought)) for s in seen.cuttings]
    count = sum(n for _, n in bought)
    settled, soil = sum(x.settled for x in seen.layers), soil_in(seen.layers)
    other = settled - soil
    beside = f" − {show.cubic(other)} of stone and filler = {show.cubic_and_volume(soil)}"
    whole = show.cubic(settled) + beside if other > TOLD_L else show.volume(settled)
    return {
        "sticks": Worked(
            amount=count,
            unit="sticks",
            working=" + ".join(f"{stock} {n}" for stock, n in bought) + f" = {count} to buy"
            if bought
            else f"nothing is cut from sticks: {count}",
        ),
        "soil_l": Worked(amount=soil, unit="L", working=f"settled, to the fill line: {whole}"),
        "weight_kg": Worked(
            amount=wet + wood,
            unit="kg",
            working=f"wet soil {show.weight(wet)} + timber {show.weight(wood)} = {show.weight(wet + wood)}",
            assumptions=["watered through", "timber at its yard density"],
            source=COMMON_PRACTICE,
        ),
    }


TOTALS = register(
    Chapter(
        key="totals",
        stage="bench",
        reads=(
            "show",
            "takeoff",
            "cuttings",
            "goods",
            "line_goods",
            "drain_goods",
            "level_goods",
            "layers",
            "purchases",
        ),
        work=totals_of,
        model=Totals,
    )
)
