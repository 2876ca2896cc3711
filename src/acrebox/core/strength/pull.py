"""Ties and straps: the pull in them, and what the screws at a tie's ends take."""

from collections.abc import Iterable
from dataclasses import dataclass

from acrebox.core.assembly import Assembly, Part, Pull, of_role
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.vector import dot
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded, checks
from acrebox.core.strength.screws import ScrewsOf
from acrebox.core.strength.sides import Side

STRAIGHT_ACROSS = 0.99
"""How much of a tie runs across the wall that it holds."""


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


def check_ties(bed: Assembly, sides: Iterable[Side], screws: ScrewsOf) -> list[TieCheck]:
    """The tie that pulls most, as the walls lean on it: by the balance of what holds top and bottom; and what
    the weaker end of the weakest tie takes.
    """
    ties = of_role(bed.parts, "cross tie")
    pulls = [(_pull(bed, tie, side), side.wall.side) for side in sides for tie in ties]
    if not pulls:
        return []
    most, name = max(pulls)
    takes = min(_takes(bed, tie, screws) for tie in ties)
    return [TieCheck("cross tie", most, side=name, takes=takes)]


def _pull(bed: Assembly, tie: Part, side: Side) -> float:
    """What a side leans on a tie with [N]: at all heights at which the tie and its cleats hold it."""
    wall = next(s for s in bed.outline.sides if s.name == side.wall.side)
    if abs(dot(tie.solid.along, wall.inward)) < STRAIGHT_ACROSS:
        return 0.0  # it runs along that side
    at = sum(wall.reach(tie.body)) / 2 - side.wall.start
    cleats = {p.name for p in of_role(bed.parts, "tie cleat") if p.name.startswith(f"{tie.name} cleat ")}
    screwed = [j.parts[0] for j in bed.joints if j.kind == "wall to cleat" and j.parts[1] in cleats]
    heights = [_middle(p) for p in (tie, *map(bed.part, screwed))]
    there = zip(side.wall.stops, side.answer.stops, strict=True)
    taken = (f for (x, z), f in there if abs(x - at) < 1.0 and any(abs(z - h) < 1.0 for h in heights))
    return abs(sum(sum(force) for force in taken))


def _middle(part: Part) -> float:
    """The middle of a part's height [mm]."""
    (_, _, low), (_, _, high) = part.body.bounds
    return (low + high) / 2


def _takes(bed: Assembly, tie: Part, screws: ScrewsOf) -> float:
    """What the weaker end of a tie takes [N], under soil that stays: what stands at its flanks there, a cleat
    no more than the wall's screws in it.
    """
    axis = tie.solid.along
    middle = sum(tie.solid.reach(axis)) / 2
    ends = [0.0, 0.0]
    for joint in bed.joints:
        if joint.kind not in ("tie to cleat", "tie to post") or joint.parts[0] != tie.name:
            continue
        other = bed.part(joint.parts[1])
        takes = screws(joint).sideways
        if joint.kind == "tie to cleat":
            behind = [j for j in bed.joints if j.kind == "wall to cleat" and j.parts[1] == other.name]
            takes = min(takes, sum(screws(j).drawn for j in behind))
        ends[sum(other.body.reach(axis)) / 2 > middle] += takes
    return min(ends) * factor("duration")
