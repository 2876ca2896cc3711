"""Ties and straps: the pull in them, and what the screws at a tie's ends take."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from acrebox.core.assembly import Pull, TieHold, TieLoad
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded, checks
from acrebox.core.strength.screws import ScrewsOf
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


def check_ties(ties: Sequence[TieLoad], sides: Iterable[Side], screws: ScrewsOf) -> list[TieCheck]:
    """Of ties, and of straps, the one that pulls most, as the walls lean on it: by the balance of what holds
    top and bottom; and what the weaker end of the weakest takes.
    """
    sides, found = list(sides), []
    for what in dict.fromkeys(tie.what for tie in ties):
        alike = [tie for tie in ties if tie.what == what]
        pulls = [(_pull(tie, side), side.wall.side) for side in sides for tie in alike]
        if pulls:
            most, name = max(pulls)
            found.append(TieCheck(what, most, side=name, takes=min(_takes(tie, screws) for tie in alike)))
    return found


def _pull(tie: TieLoad, side: Side) -> float:
    """What a side leans on a tie with [N]: at all places at which it holds it."""
    wall = side.wall
    places = [(h.at - wall.start, h.z) for h in tie.held if h.side == wall.side]
    there = zip(wall.stops, side.answer.stops, strict=True)
    taken = (f for (x, z), f in there if any(abs(x - a) < 1.0 and abs(z - h) < 1.0 for a, h in places))
    return abs(sum(sum(force) for force in taken))


def _takes(tie: TieLoad, screws: ScrewsOf) -> float:
    """What the weaker end of a tie takes [N], under soil that stays: what stands at its flanks there, a cleat
    no more than the wall's screws in it.
    """
    return min(sum(_hold(hold, screws) for hold in end) for end in tie.ends) * factor("duration")


def _hold(hold: TieHold, screws: ScrewsOf) -> float:
    """What the screws of one flank take [N]."""
    across = screws(hold.joint).sideways
    return min(across, sum(screws(j).drawn for j in hold.behind)) if hold.behind else across
