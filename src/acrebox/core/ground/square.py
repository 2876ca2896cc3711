"""Is a rectangle square: four taped sides and two diagonals, typed or from a file."""

from collections.abc import Iterator, Sequence
from typing import Annotated, Any

from pydantic import Field

from acrebox.core.design import Choice, read_checked, written_in
from acrebox.core.errors import Problem
from acrebox.core.ground.corners import Held, SquareAnswer, Tapes, check_corners, unreachable
from acrebox.core.ground.limits import ground_limit
from acrebox.core.ground.network import Laid, Network, Tie, laid
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length, between

CORNERS = ("front left", "front right", "back right", "back left")
MEASURES = ("front", "right", "back", "left", "first diagonal", "second diagonal")
"""The first diagonal goes from front left to back right, the second from front right to back left."""
ENDS = ((0, 1), (1, 2), (2, 3), (3, 0), (0, 2), (1, 3))
Taped = Annotated[Length, between(Length("10 mm"), Length("200 m"))]


class Wanted(Choice):
    """The rectangle that is wanted."""

    length: Taped
    width: Taped


class Tape(Choice):
    """Taped sides (front, right, back, left) and diagonals (front left to back right, front right to back
    left); what was taped `again`, by its name; and by how much two tapes of one length differ (`noise`).
    """

    sides: tuple[Taped, Taped, Taped, Taped]
    diagonals: tuple[Taped, Taped]
    wanted: Wanted | None = None
    again: dict[str, Taped] = Field(default_factory=dict)
    noise: Annotated[Length, between(Length("0.1 mm"), Length("100 mm"))] | None = None

    @property
    def tapes(self) -> Tapes:
        """Everything taped, by name [mm]."""
        first = [*(s.mm for s in self.sides), *(d.mm for d in self.diagonals)]
        return Tapes(dict(zip(MEASURES, first, strict=True)), {n: a.mm for n, a in self.again.items()})

    @property
    def network(self) -> Network:
        """The rectangle that is wanted; else that of the sides in the mean."""
        front, right, back, left = (s.mm for s in self.sides)
        wanted = self.wanted
        return rectangle(
            wanted.length.mm if wanted else (front + back) / 2,
            wanted.width.mm if wanted else (right + left) / 2,
        )


def rectangle(long: float, wide: float) -> Network:
    """A rectangle of that length and width [mm], with its sides and diagonals."""
    ties = tuple(Tie(name, *ends) for name, ends in zip(MEASURES, ENDS, strict=True))
    return Network(CORNERS, ((0.0, 0.0), (long, 0.0), (long, wide), (0.0, wide)), ties)


def fitted(taped: Sequence[float]) -> Laid:
    """Four corners as six lengths describe them best [mm], in the order of `MEASURES`."""
    front, right, back, left, *_ = taped
    wanted = rectangle((front + back) / 2, (right + left) / 2)
    return laid(wanted, dict(zip(MEASURES, taped, strict=True)))


def held_to(built: System, noise: float | None = None) -> Held:
    """How closely tapes are held to be alike, and corners to be in place, by the noise of a tape [mm] (as is
    usual if None).
    """
    usual = ground_limit("tape_noise", built) if noise is None else noise
    sure = ground_limit("sure_times") * usual
    return Held(usual, sure, max(sure, ground_limit("square_enough", built)))


def read_tape(data: Any) -> Tape:
    """A Tape from plain JSON values. Raises DesignError that names every field at fault."""
    return read_checked(Tape, data, written_in(data), _problems)


def _problems(tape: Tape) -> Iterator[Problem]:
    show = _show(tape)
    unknown = [name for name in tape.again if name not in MEASURES]
    for name in unknown:
        yield Problem(f"again.{name}", name, "Nothing of that name is taped.", ", ".join(MEASURES))
    if unknown:
        return
    for problem in unreachable(tape.network, tape.tapes.used(0.0), show):
        n = MEASURES.index(problem.field)
        field = f"sides.{n}" if n < len(tape.sides) else f"diagonals.{n - len(tape.sides)}"
        yield Problem(field, problem.value, problem.message, problem.allowed)


def _show(tape: Tape) -> Printer:
    return Printer(written_in(tape.model_dump(mode="json")))


def check_square(tape: Tape) -> SquareAnswer:
    """What the tapes say of the four corners."""
    show = _show(tape)
    held = held_to(show.built, tape.noise.mm if tape.noise else None)
    return check_corners(tape.network, tape.tapes, held, show, right_angles=True)
