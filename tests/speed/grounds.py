"""Time of the sun and of places on the plan of the demo yard, 20 × 15 m. Prints figures; asserts nothing.

Run: .venv/bin/python tests/speed/grounds.py
"""

from collections.abc import Callable
from statistics import median
from time import perf_counter

from acrebox.core.measure.written import Coordinate
from acrebox.core.plan import SITE, WATCH_OUTS, open_plan
from acrebox.core.site import assembled, best_place, days_at, ground_plan, here_of, sun_map
from acrebox.core.site import sun as equations
from acrebox.core.yard import Place, Yard
from acrebox.demo import demo_beds, demo_yard


def timed(what: Callable[[int], object], times: int = 7) -> list[float]:
    """Milliseconds of every run; each is given its number, so that no two ask the same."""
    found = []
    for n in range(times):
        start = perf_counter()
        what(n)
        found.append((perf_counter() - start) * 1e3)
    return found


def told(name: str, found: list[float]) -> None:
    print(f"{name:<58}{median(found):9.1f} ms   at most {max(found):9.1f} ms")


def moved(yard: Yard, name: str, n: int) -> Yard:
    """The yard with a bed where nobody has put it yet."""
    place = Place(x=Coordinate(3000 + 37 * n), y=Coordinate(5000 + 53 * n))
    return yard.model_copy(update={"places": {**yard.places, name: place}})


def main() -> None:
    yard = demo_yard().model_copy(update={"beds": tuple(demo_beds())})
    plan = ground_plan(yard)
    assert yard.latitude is not None
    latitude = yard.latitude
    told("the sun of a year", timed(lambda n: days_at(latitude + n / 1000, 0.0)))
    equations.days_at.cache_clear()

    def whole_map(n: int) -> object:
        sun_map.cache_clear()
        return sun_map(plan)

    told("sun map of the yard at 0.25 m, twelve months", timed(whole_map, 5))
    for bed in yard.beds:
        name = str(bed.name)
        open_plan(bed, yard)[WATCH_OUTS]

        def dragged(n: int, bed=bed, name=name) -> object:  # type: ignore[no-untyped-def]
            return open_plan(bed, moved(yard, name, n))[SITE]

        told(f"{name}, dragged to a new place", timed(dragged, 12))
    bed = yard.beds[0]
    built, here = assembled(bed), here_of(str(bed.name), yard)
    assert built is not None
    assert here is not None
    told("the best place for the first bed", timed(lambda _: best_place(built, "", here, bed.system), 3))


if __name__ == "__main__":
    main()
