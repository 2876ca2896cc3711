"""An end that stays open until the barrow has been in: which one, whether the rest stands without it, what
must come last.
"""

from collections import Counter
from dataclasses import replace

from acrebox.core.assembly import Assembly, Part, of_role
from acrebox.core.construction.sides import outer_side
from acrebox.core.design import Posted
from acrebox.core.errors import refuse
from acrebox.core.shape.outline import Side
from acrebox.core.worked import COMMON_PRACTICE, Worked


def leave_open(bed: Assembly, choice: Posted, strapped_round: bool) -> Assembly:
    """The bed with one end left open while it is filled: a note of what goes on last and in what order, a
    fact of how many parts that is, and one of the sides that cannot stand meanwhile.

    Raises DesignError when the bed has no such side, or that side hangs on a wall.
    """
    side = _open_side(bed, choice)
    last = [p for p in bed.parts if p.side == side.name and not p.role.post]
    ties = _ties_onto(bed, side.name, last)
    walls = [p for p in last if p.role.bends != "on_top" and p not in ties]
    tops = [p for p in bed.parts if p.role.bends == "on_top" and p.side == side.name]
    steps = [f"last of all its {_counted(walls)}, the lowest first, as the fill rises behind them"]
    if ties:
        steps.append(f"the {_counted(ties)} that {'lands' if len(ties) == 1 else 'land'} on it")
    if tops:
        steps.append(_counted(tops))
    if strapped_round:
        steps.append("the strap, which goes round the closed bed")
    heads = (
        "; screw it on from outside, since the soil is in the way inside" if _from_inside(bed, side) else ""
    )
    words = f"leave {side.name} off until the barrow has been in: {'; then '.join(steps)}{heads}"
    every = [*walls, *ties, *tops]
    fact = Worked(
        amount=len(every),
        unit="parts",
        working=f"{', '.join(p.name for p in every)}: {len(every)}",
        assumptions=["its posts stand from the start: they hold the sides that end there"],
        source=COMMON_PRACTICE,
    )
    facts = {**bed.facts, "parts_put_on_last": fact, **_leaning(bed)}
    return replace(bed, notes={**bed.notes, "open end": words}, facts=facts)


def _open_side(bed: Assembly, choice: Posted) -> Side:
    """The side named, else the shortest one that hangs on no wall, the last of those alike."""
    hung = {p.side for p in of_role(bed.parts, "ledger post")}
    if choice.open_side is None:
        return min(
            (s for s in bed.outline.sides if s.name not in hung),
            key=lambda s: (round(s.length, 2), -s.index),
        )
    side = outer_side(bed, choice.open_side, "construction.open_side")
    if side.name in hung:
        raise refuse(
            "construction.open_side",
            side.name,
            "That side hangs on the wall: no barrow comes in there.",
            ", ".join(s.name for s in bed.outline.sides if s.name not in hung),
        )
    return side


def _ties_onto(bed: Assembly, side: str, last: list[Part]) -> list[Part]:
    """The ties that end on an open side."""
    here = {p.name for p in (*last, *bed.posts_at(side))}
    held = ("tie to cleat", "tie to post")
    met = {j.parts[0] for j in bed.joints if j.kind in held and j.parts[1] in here}
    return [p for p in of_role(bed.parts, "cross tie") if p.name in met]


def _from_inside(bed: Assembly, side: Side) -> bool:
    """Whether a side's pieces are screwed on through posts that stand inside."""
    inside = {p.name for p in bed.posts_at(side.name)} - {p.name for p in bed.posts_before(side)}
    return any(j.parts[0] in inside and bed.part(j.parts[1]).side == side.name for j in bed.joints)


def _counted(parts: list[Part]) -> str:
    """`2 wall boards and 1 cap board`."""
    counts = Counter(p.role.name for p in parts)
    words = [f"{n} {name}{'s' if n > 1 else ''}" for name, n in counts.items()]
    return " and ".join([", ".join(words[:-1]), words[-1]] if len(words) > 1 else words)


def _leaning(bed: Assembly) -> dict[str, Worked]:
    """How many sides stand only by being closed: all others, where no post is in the ground."""
    if bed.stance is not None and bed.stance.below > 0:
        return {}
    others = len(bed.outline.sides) - 1
    words = f"{others + 1} sides − 1 that stays open = {others}; no post is in the ground"
    return {"sides_leaning_on_the_open_end": Worked(amount=others, unit="sides", working=words)}
