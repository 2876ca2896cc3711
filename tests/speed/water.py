"""Time for a full fill and a water season, and for a year of daily balance of many beds. Prints figures.

Run: .venv/bin/python tests/speed/water.py
"""

from statistics import median
from time import perf_counter
from typing import Any

from acrebox.core.design import put_at, read_design
from acrebox.core.otherwise import other_ways, recipes_for
from acrebox.core.plan import KEPT, open_plan
from acrebox.core.plan.season import season_for
from acrebox.core.wicking import balance, demand_of, read_weather
from acrebox.core.yard import LONE
from acrebox.demo import demo_beds
from acrebox.standins.weather import year_at

FILL = ["fill", "settling", "nitrogen", "tipping", "reservoir"]
BEDS = 100
TANK = next(d for d in demo_beds() if d.reservoir is not None).document()
LINED: dict[str, Any] = {
    "schema": 1,
    "name": "Lined",
    "outline": {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
    "courses": 4,
    "construction": {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
    "lining": {"walls": "pond", "floor": "pond"},
    "reservoir": {"medium": "gravel"},
}
TROUGH: dict[str, Any] = {
    "schema": 1,
    "name": "Trough",
    "outline": {"shape": "oval", "length": "1.6 m", "width": "700 mm"},
    "height": "580 mm",
    "construction": {"kind": "trough", "base": {"length": "1.4 m", "width": "500 mm"}},
    "reservoir": {"medium": "porous_rock"},
}


def mixed(share: int) -> list[dict[str, Any]]:
    """Layers that no edit before had."""
    return [
        {"material": "topsoil-blend", "share": share},
        {
            "mix": [{"material": "compost", "share": 60}, {"material": "coir", "share": 40}],
            "share": 100 - share,
        },
    ]


def milliseconds(work: Any, times: int = 9) -> float:
    """The median of several [ms]."""
    found = []
    for n in range(times):
        start = perf_counter()
        work(n)
        found.append(perf_counter() - start)
    return median(found) * 1e3


def main() -> None:
    """Print the figures."""
    weather = read_weather(year_at(51.0))
    for document in (TANK, LINED, TROUGH):
        KEPT.clear()
        open_plan(read_design(document)).json(FILL)

        def edit(n: int, document: dict[str, Any] = document) -> None:
            design = read_design(put_at(document, "fill.layers", mixed(30 + n)))
            open_plan(design).json(FILL)

        def season(n: int, document: dict[str, Any] = document) -> None:
            design = read_design(put_at(document, "fill.layers", mixed(50 + n)))
            open_plan(design).json(FILL)
            season_for(design, weather, LONE)

        design = read_design(document)
        print(
            f"{document['name']:10} fill edited {milliseconds(edit):6.1f} ms,"
            f" with its season of a year {milliseconds(season):6.1f} ms,"
            f" recipes {milliseconds(lambda _, d=design: recipes_for(d), 3):6.1f} ms,"
            f" other ways {milliseconds(lambda _, d=design: other_ways(d), 3):6.1f} ms"
        )
    demand = milliseconds(lambda n: demand_of(weather, 51.0 + n / 100))
    days = demand_of(weather, 51.0)
    each = milliseconds(lambda _: [balance(days, 50.0 + n, 1.0, 1.0) for n in range(BEDS)])
    print(f"a year's demand {demand:.1f} ms; its balance for {BEDS} beds {each:.1f} ms")


if __name__ == "__main__":
    main()
