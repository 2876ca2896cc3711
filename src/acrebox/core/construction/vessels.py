"""What troughs, tanks and drums share: the shell round a room, and how much it holds."""

from dataclasses import dataclass

from acrebox.core.assembly import Compartment
from acrebox.core.design import CircleShape, Design, Measured, OvalShape
from acrebox.core.errors import DesignError, refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Corners, Loft
from acrebox.core.shape.level import LevelOutline, Oval
from acrebox.core.shape.outline import Outline, round_of_size
from acrebox.core.shape.vector import Point2
from acrebox.core.stock import Catalogue, Vessel
from acrebox.core.worked import Worked


def vessel_of(book: Catalogue, key: str, kind: str, field: str) -> Vessel:
    """The vessel of that key. Raises DesignError naming the field where the yard sells none of that kind."""
    found = book.find_vessel(key)
    if found is None or found.kind != kind:
        known = ", ".join(v.key for v in book.vessel if v.kind == kind)
        raise refuse(field, key, f"The yard has no {kind} called '{key}'.", known)
    return found


@dataclass(frozen=True)
class Face:
    """A round or a rectangular face so long and wide [mm]."""

    round: bool
    length: float
    width: float

    def grown(self, by: float) -> "Face":
        """The face that lies so far outside this one [mm]."""
        return Face(self.round, self.length + 2 * by, self.width + 2 * by)

    def outline(self) -> Outline:
        """Its outline, in the corner of its box."""
        if self.round:
            return round_of_size(self.length, self.width)
        a, b = self.length, self.width
        return Outline(((0.0, 0.0), (a, 0.0), (a, b), (0.0, b)))

    def level(self, centre: Point2) -> LevelOutline:
        """The same round a centre, as an outline that another can be drawn up to."""
        (x, y), a, b = centre, self.length / 2, self.width / 2
        if self.round:
            return Oval(centre, b, 2 * (a - b))
        return Corners(((x - a, y - b), (x + a, y - b), (x + a, y + b), (x - a, y + b)))


def round_or_square(design: Design, wall: float, show: Printer) -> Face:
    """The inside of a vessel by a design's circle, oval or rectangle, whichever way it was measured; its wall
    is so thick [mm].

    Raises DesignError when a size is missing, or an oval is wider than long.
    """
    chosen = design.outline
    if isinstance(chosen, CircleShape):
        if chosen.diameter is None:
            raise refuse("outline.diameter", "nothing", "How wide is it?", "its diameter inside")
        sizes = (chosen.diameter.mm, chosen.diameter.mm)
    else:
        sizes = (chosen.length.mm, chosen.width.mm)  # type: ignore[union-attr]
    less = {Measured.INSIDE: 0.0, Measured.MIDDLE: wall, Measured.OUTSIDE: 2 * wall}[chosen.measured]
    length, width = (s - less for s in sizes)
    if isinstance(chosen, OvalShape) and length < width - 1e-6:
        raise refuse(
            "outline.width",
            chosen.width.text,
            "An oval is wider than it is long.",
            f"at most {show.length(chosen.length.mm)}",
        )
    return Face(isinstance(chosen, CircleShape | OvalShape), length, width)


def capacity_fact(room: Compartment, show: Printer, how: str) -> Worked:
    """What a vessel holds to the rim, empty [L]."""
    litres = room.inside.volume / 1e6
    return Worked(
        amount=litres,
        unit="L",
        working=f"{how} = {show.cubic_and_volume(litres)}",
        assumptions=["to the rim, with nothing standing in it"],
        source="geometry of the inside",
    )


def prismatoid_words(low: float, middle: float, high: float, tall: float, show: Printer) -> str:
    """The volume between two outlines, by three areas [mm²] and a height [mm]."""
    if abs(low - high) < 1e-6 and abs(low - middle) < 1e-6:
        return f"{show.area(low)} × {show.run(tall)}{show.to_cubic}"
    return (
        f"({show.area(low)} + 4 × {show.area(middle)} half way + {show.area(high)}) ÷ 6 ×"
        f" {show.run(tall)}{show.to_cubic}"
    )


def does_not_pass(field: str, pipe: str, plug: float, show: Printer) -> DesignError:
    """A pipe that is wider than its plug hole [mm], refused by its field."""
    says = f"The plug hole is {show.length(plug)} wide: that pipe does not pass."
    return refuse(field, pipe, says, f"at most {show.length(plug)}, or a hole sawn wider")


def room_of(name: str, base: LevelOutline, rim: LevelOutline, floor: float, top: float) -> Compartment:
    """The room between a base and a rim at their heights [mm]."""
    return Compartment(name, Loft(((floor, base), (top, rim))))
