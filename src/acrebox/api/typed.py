"""Lengths that are typed beside a document: in the units of their yard, what is none named by its field."""

from math import inf

from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Coordinate, Length


class Typed:
    """Reads lengths one by one and gathers what is wrong; `done` raises all of it at once."""

    def __init__(self, system: System) -> None:
        self._system, self._show, self._problems = system, Printer(system), list[Problem]()

    def length(self, field: str, text: str, least: float = 0.0, most: float = inf) -> float:
        """A length [mm] from `least` to `most`."""
        return self._read(field, text, Length, least, most).mm

    def written(self, field: str, text: str, most: float) -> str:
        """A length up to `most` [mm] as it is written, with the unit that a bare number has here."""
        return str(self._read(field, text, Length, 0.0, most).text)

    def placed(self, field: str, text: str, most: float) -> str:
        """A place along an axis up to `most` [mm] either way as it is written, with its unit."""
        return str(self._read(field, text, Coordinate, -most, most).text)

    def at(self, field: str, text: str) -> float:
        """A place along an axis [mm], on either side of its beginning."""
        return self._read(field, text, Coordinate, -inf, inf).mm

    def done(self) -> None:
        """Raises DesignError naming every field that was wrong."""
        if self._problems:
            raise DesignError(self._problems)

    def _read(self, field: str, text: str, kind: type[Length], least: float, most: float) -> Length:
        try:
            found = kind(text, self._system)
        except ValueError as fault:
            says = str(fault)
            self._refuse(field, text, f"{says[:1].upper()}{says[1:]}.", least, most)
            return kind(0)
        if not least <= found.mm <= most:
            self._refuse(field, text, "That is out of range.", least, most)
        return found

    def _refuse(self, field: str, text: str, says: str, least: float, most: float) -> None:
        if least == -inf:
            allowed = "a length, on either side of the beginning"
        elif most == inf:
            allowed = f"{self._show.length(least)} or more"
        else:
            allowed = f"{self._show.coordinate(least)} to {self._show.coordinate(most)}"
        self._problems.append(Problem(field, text, says, allowed))
