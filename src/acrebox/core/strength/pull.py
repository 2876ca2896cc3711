"""Ties and straps: the pull in them, and what the screws at a tie's ends take."""

from collections.abc import Iterable
from dataclasses import dataclass

from acrebox.core.assembly import Assembly, Pull
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded, checks
from acrebox.core.strength.sides import Side


@dataclass(frozen=True)
class TieCheck:
    """Pull in one tie or strap [N], from which push on how much wall [N/mm, mm] or from which side, and what
    its ends take [N] where they are screwed.
    """

    what: str
    pull: float
    push: float = 0.0
    length: float = 0.0
    said: str = ""
    count: int = 1
    side: str = ""
    takes: float | None = None

    @property
    def holds(self) -> bool:
        """Whether its ends take the pull."""
        return self.takes is None or self.pull <= self.takes + 1e-9

    def words(self, show: Printer) -> str:
        """What its pull comes from."""
        if self.side:
            return f"{self.side} leans on it most, with {show.force(self.pull)}"
        told = self.said.format(
            push=show.line_load(self.push), length=show.run(self.length), count=self.count
        )
        return f"{told} = {show.force(self.pull)}"


@checks(Pull)
def check_pull(case: Pull, loaded: Loaded) -> TieCheck:
    """A share of the push on a length of wall, over all that hold it."""
    total = loaded.worst.push.total(loaded.depth / 1000)
    pull = total * case.length * case.share / case.count
    return TieCheck(case.what, pull, total * case.share, case.length, case.words, case.count)


def check_ties(bed: Assembly, sides: Iterable[Side], screws: int) -> list[TieCheck]:
    """The tie that pulls most, as the walls lean on it: by the balance of what holds top and bottom."""
    pulls = [(abs(sum(force)), side.wall.side) for side in sides for force in side.answer.stops]
    if not pulls or not any(p.role.name == "cross tie" for p in bed.parts):
        return []
    most, name = max(pulls)
    return [TieCheck("cross tie", most, side=name, takes=screws * factor("end_screw"))]
