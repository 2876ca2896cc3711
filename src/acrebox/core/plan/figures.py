"""A bed's figures for the page of its yard: few numbers, a small picture, what needs a look."""

from collections import Counter
from collections.abc import Iterable
from decimal import Decimal

from pydantic import BaseModel

from acrebox.core.drafting import View
from acrebox.core.plan.bench import CUTTINGS
from acrebox.core.plan.book import Plan
from acrebox.core.plan.drawn import DRAWINGS
from acrebox.core.plan.head import HEAD
from acrebox.core.plan.head_rows import Totals
from acrebox.core.plan.judged import TICKS, WATCH_OUTS
from acrebox.core.plan.shape import OUTSIDE
from acrebox.core.plan.totals import TOTALS
from acrebox.core.yard import stick_key


class RolePath(BaseModel):
    """Shapes of one role as one path of SVG, y downwards [mm]."""

    role: str
    kind: str
    d: str


class Picture(BaseModel):
    """A bed from above, small: `box` is x, y, width, height [mm]."""

    box: tuple[float, float, float, float]
    paths: list[RolePath]


class Look(BaseModel):
    """Something of a bed that needs a look: at which stage, and what was seen."""

    stage: str
    level: str
    message: str


class BedFigures(BaseModel):
    """What a bed is told from others by: name, sizes [mm], totals, picture, what needs a look, its pieces;
    `uses` are the sticks of the pile that it is cut from, as stock and length [0.1 mm].
    """

    units: str
    currency_sign: str
    construction: str
    length_mm: float
    width_mm: float
    height_mm: float
    sticks: int
    soil_l: float
    weight_kg: float
    cost: float
    picture: Picture
    looks: list[Look]
    pieces: list[str]
    uses: list[tuple[str, int]]


def used_of_pile(plan: Plan) -> list[tuple[str, int]]:
    """The sticks of the pile that a bed is cut from, as stock and length [0.1 mm]: it takes its own off-cuts
    first.
    """
    used = Counter((c.stock, s.length) for c in plan[CUTTINGS] for s in c.supplied if s.to_hand)
    used -= sum((Counter({stick_key(row): row.count}) for row in plan.asked.bench.offcuts), Counter())
    return list(used.elements())


class Alone(BaseModel):
    """What the beds of a yard come to one by one: money, and sticks and sheets to buy. Where beds of a yard
    that says no units are bought in several currencies, `costs` has them apart, by their signs.
    """

    cost: float
    costs: dict[str, float]
    sticks: int


def alone(beds: Iterable[BedFigures | Totals]) -> Alone:
    """Add up beds, each bought for by itself."""
    rows = list(beds)
    cost, costs = Decimal(0), dict[str, Decimal]()
    for row in rows:
        each = Decimal(str(row.cost))
        cost += each
        if isinstance(row, BedFigures):
            costs[row.currency_sign] = costs.get(row.currency_sign, Decimal(0)) + each
    apart = {sign: float(money) for sign, money in costs.items()}
    return Alone(cost=float(cost), costs=apart, sticks=sum(row.sticks for row in rows))


def figures_of(plan: Plan) -> BedFigures:
    """The figures of a bed out of its plan."""
    head, outside, totals = plan[HEAD], plan[OUTSIDE], plan[TOTALS]
    return BedFigures(
        units=head.units,
        currency_sign=head.currency_sign,
        construction=head.construction,
        length_mm=outside.length_mm,
        width_mm=outside.width_mm,
        height_mm=outside.height_mm,
        sticks=totals.sticks,
        soil_l=totals.soil_l,
        weight_kg=totals.weight_kg,
        cost=totals.cost,
        picture=_picture(plan[DRAWINGS].plan),
        looks=[
            Look(stage=w.stage, level=w.level, message=w.message) for w in plan[WATCH_OUTS] if w.unanswered
        ],
        pieces=[tick.key for tick in plan[TICKS] if tick.kind == "cut"],
        uses=used_of_pile(plan),
    )


def _picture(view: View) -> Picture:
    paths: dict[tuple[str, str], list[str]] = {}
    xs, ys = [], []
    for shape in view.shapes:
        for ring in (shape.points, *shape.holes):
            xs += [x for x, _ in ring]
            ys += [-y for _, y in ring]
            d = "M" + "L".join(f"{x:.0f} {-y:.0f}" for x, y in ring) + "Z"
            paths.setdefault((shape.role, shape.kind), []).append(d)
    x, y = min(xs, default=0.0), min(ys, default=0.0)
    size = (max(xs, default=0.0) - x, max(ys, default=0.0) - y)
    return Picture(
        box=(round(x, 1), round(y, 1), round(size[0], 1), round(size[1], 1)),
        paths=[RolePath(role=role, kind=kind, d="".join(d)) for (role, kind), d in paths.items()],
    )
