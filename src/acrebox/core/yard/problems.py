"""What of a yard no bed can use, and what of its plan cannot be drawn, field by field."""

from collections.abc import Sequence
from zoneinfo import available_timezones

from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length
from acrebox.core.stock import catalogue
from acrebox.core.yard.document import Follow, Yard
from acrebox.core.yard.spots import Measured, within
from acrebox.core.yard.things import YARD

SQUARE = 4


def yard_problems(yard: Yard) -> list[Problem]:
    """Prices and rows of the pile that no bed can use, and amounts of the saw that cannot be."""
    book, found, show = catalogue(), list[Problem](), Printer(yard.units or System.METRIC)
    known = ", ".join([*(t.key for t in book.timber), *(s.key for s in book.sheet)])
    rows = [(f"prices.{n}", row.stock, row.length) for n, row in enumerate(yard.prices)]
    rows += [(f"pile.{n}", row.stock, row.length) for n, row in enumerate(yard.pile)]
    for path, stock, length in rows:
        if book.find_cuttable(stock) is None:
            says = "The yard has no timber or sheet of that name."
            found.append(Problem(f"{path}.stock", stock, says, known))
        if length.mm <= 0:
            text = str(length.text)
            found.append(Problem(f"{path}.length", text, "A stick must have a length.", "more than 0"))
    for name, most in (("kerf", 10.0), ("trim", 500.0), ("keep_from", 5000.0), ("depth", 500.0)):
        written: Length | None = getattr(yard.saw, name)
        if written is not None and not 0 <= written.mm <= most:
            allowed = f"{show.length(0)} to {show.length(most)}"
            found.append(Problem(f"saw.{name}", str(written.text), "That is out of range.", allowed))
    return found + _plan_problems(yard, show)


def _plan_problems(yard: Yard, show: Printer) -> list[Problem]:
    """What of the yard's plan cannot be drawn: corners that are nowhere, things and beds beyond its edge."""
    placed = yard.measured()
    found = list(placed.problems)
    if yard.clock is not None and yard.clock not in available_timezones():
        says = "No clock is called that."
        found.append(Problem("clock", yard.clock, says, "a time zone such as Etc/GMT+5"))
    edge = placed.corners.get(YARD)
    walls = _walls(yard, placed)
    for name, place in yard.places.items():
        if place.follow is not None:
            found += _follow_problems(name, place.follow, walls)
        elif edge and not within(edge, (place.x.mm, place.y.mm)):
            found.append(_beyond(f"places.{name}", f"{place.x.text}, {place.y.text}", edge, show))
    for n, thing in enumerate(yard.things):
        if not edge or thing.of.outside:
            continue
        for k, corner in enumerate(placed.corners.get(thing.name, ())):
            if not within(edge, corner):
                at = f"{show.coordinate(corner[0])}, {show.coordinate(corner[1])}"
                found.append(_beyond(f"things.{n}.at.{k}", at, edge, show))
    return found


def _beyond(field: str, value: str, edge: Sequence[tuple[float, float]], show: Printer) -> Problem:
    xs, ys = zip(*edge, strict=True)
    says = "That lies beyond the edge of the yard."
    sizes = [f"{show.coordinate(min(v))} to {show.coordinate(max(v))}" for v in (xs, ys)]
    return Problem(field, value, says, f"within it: {sizes[0]} to the right, {sizes[1]} up the plan")


def _walls(yard: Yard, placed: Measured) -> dict[str, int]:
    """How many walls there are to stand along, by the name of what has them."""
    system = yard.units or System.METRIC
    found = {YARD: len(placed.corners.get(YARD, ()))}
    for thing in yard.things:
        corners = len(placed.corners.get(thing.name, ()))
        if thing.of.shape == "line":
            corners -= 1
        elif corners == 1:
            corners = SQUARE if thing.across(system) else 0
        found[thing.name] = corners
    return {name: walls for name, walls in found.items() if walls > 0}


def _follow_problems(name: str, follow: Follow, walls: dict[str, int]) -> list[Problem]:
    if follow.thing not in walls:
        says, known = "There is nothing of that name to stand along.", ", ".join(walls) or "nothing yet"
        return [Problem(f"places.{name}.follow.thing", follow.thing, says, known)]
    if follow.wall > walls[follow.thing]:
        says, most = f"{follow.thing} has no such wall.", walls[follow.thing]
        return [Problem(f"places.{name}.follow.wall", str(follow.wall), says, f"1 to {most}")]
    return []


def check_yard(yard: Yard) -> Yard:
    """The yard itself. Raises DesignError naming every row that no bed can use."""
    problems = yard_problems(yard)
    if problems:
        raise DesignError(problems)
    return yard
