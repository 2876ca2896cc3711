"""Which fixing a joint takes: the shortest with bite enough that does not poke out."""

from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil

from acrebox.core.assembly import Assembly, Joint
from acrebox.core.fixing.rules import FixingRule, bite, fixing_rule, fixing_rules
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.stock import Catalogue, Screw
from acrebox.core.worked import COMMON_PRACTICE, Worked


@dataclass(frozen=True, kw_only=True)
class Fixed:
    """Joints alike and what fixes them: `mix` of (fixings a joint, how many such joints), `count` in all,
    bite [mm]; what is wrong with it, if anything.

    `into` [mm] is the least that can hold it. In `hard` timber a pilot hole is a must.
    """

    kind: str
    screw: Screw
    joints: int
    mix: tuple[tuple[int, int], ...]
    count: int
    through: float
    into: float
    bite: float
    hard: bool
    trouble: str | None

    @property
    def each_words(self) -> str:
        """How many a joint: `4`, or `2 to 3`."""
        low, high = self.mix[0][0], self.mix[-1][0]
        return str(low) if low == high else f"{low} to {high}"

    @property
    def mix_words(self) -> str:
        """The sum that the count is: `8 joints × 2 + 4 joints × 3`."""
        return " + ".join(f"{n} joint{'s' if n > 1 else ''} × {each}" for each, n in self.mix)


SEAM = "sheet seam"


def wanted_bite(family: str, through: float, built: System = System.METRIC) -> float:
    """The least bite into the second part [mm]: as deep as the first is thick, between 30 and 50 (1 1/4 and
    2 in).

    Source: common practice, `bites.toml`.
    """
    if family in ("sheet", "seam"):
        return bite(family, built)
    return min(max(bite("least", built), through), bite("enough", built))


def choose_screw(
    screws: Sequence[Screw], through: float, into: float, wanted: float
) -> tuple[Screw, str | None]:
    """The shortest that passes `through`, bites as `wanted` and stays inside `into` [mm]; else the best
    there is and what is wrong with it.
    """
    by_length = sorted(screws, key=lambda s: s.length.mm)
    inside = [s for s in by_length if s.length.mm <= through + into - bite("poke")]
    good = [s for s in inside if s.length.mm >= through + wanted - 1e-6]
    if good:
        return good[0], None
    least = min(wanted, bite("least"))
    if inside and inside[-1].length.mm > through + least / 2:
        # A thin second timber takes less; under 30 mm it is too little.
        return inside[-1], None if inside[-1].length.mm >= through + least else "short"
    longer = [s for s in by_length if s.length.mm > through]
    return (longer[0], "pokes out") if longer else (by_length[-1], "short")


def fixings(
    bed: Assembly,
    book: Catalogue,
    species: str | None = None,
    built: System = System.METRIC,
    seam: int = 0,
) -> list[Fixed]:
    """The fixings of all joints, joints alike taken together, in the order of the rules; spaced by what is
    round in the system in which the bed is planned.

    `species` is what all the wood is said to be, where that is not as the stock list says; a seam of a ring
    wants at least `seam` of them.
    """
    said = next((s.hard for s in book.species if s.key == species), False)
    hard = {u.stock for u in bed.timbers if said or ((t := book.find_timber(u.stock)) and t.hard)}
    stock = {p.name: p.stock for p in bed.parts}
    chosen: dict[tuple[str, float, float], tuple[Screw, str | None]] = {}
    alike: dict[tuple[str, float, str, bool, str], list[tuple[int, float]]] = defaultdict(list)
    for joint in bed.joints:
        rule = fixing_rule(joint.kind)
        through, into = round(joint.through, 1), min(round(joint.into, 1), 1000.0)
        if (joint.kind, through, into) not in chosen:
            family = [s for s in book.screw if s.family in rule.families]
            chosen[joint.kind, through, into] = choose_screw(
                family, through, into, rule.enough(built) or wanted_bite(rule.family, through, built)
            )
        screw, trouble = chosen[joint.kind, through, into]
        alike[
            joint.kind, through, screw.key, bool(hard & {stock[p] for p in joint.parts}), trouble or ""
        ].append((max(_each(rule, joint, built), seam if joint.kind == SEAM else 0), into))
    order = list(fixing_rules())
    screws = {s.key: s for s in book.screw}
    return [
        _fixed(key, rows, screws[key[2]])
        for key, rows in sorted(alike.items(), key=lambda row: (order.index(row[0][0]), row[0]))
    ]


def fixings_of(joint: Joint, built: System = System.METRIC) -> int:
    """How many fixings a joint takes, by its rule."""
    return _each(fixing_rule(joint.kind), joint, built)


def _each(rule: FixingRule, joint: Joint, built: System) -> int:
    every = rule.every(built)
    closing = 1 if every > bite("counted_from", built) + 1e-6 else 0
    return max(rule.least, ceil(joint.run / every - 1e-9) + closing)


def _fixed(key: tuple[str, float, str, bool, str], rows: list[tuple[int, float]], screw: Screw) -> Fixed:
    kind, through, _, hard, trouble = key
    counts = [each for each, _ in rows]
    into = min(into for _, into in rows)
    return Fixed(
        kind=kind,
        screw=screw,
        joints=len(rows),
        mix=tuple(sorted(Counter(counts).items())),
        count=sum(counts),
        through=through,
        into=into,
        bite=screw.length.mm - through,
        hard=hard,
        trouble=trouble or None,
    )


def fixed_worked(fixed: Fixed, show: Printer) -> dict[str, Worked]:
    """How the count of a joint's fixings and their bite [mm] came about."""
    rule, screw = fixing_rules()[fixed.kind], fixed.screw
    pilot = (
        f"drill {show.drill(screw.pilot.mm)} first: a must in hard timber"
        if fixed.hard
        else f"drill {show.drill(screw.pilot.mm)} near ends, so that nothing splits"
    )
    return {
        "count": Worked(
            amount=fixed.count,
            unit="fixings",
            working=(
                f"{fixed.mix_words} = {fixed.count}; at least {rule.least} a joint, one every"
                f" {show.length(rule.every(show.built))} of contact"
            ),
            source=COMMON_PRACTICE,
        ),
        "bite_mm": Worked(
            amount=fixed.bite,
            unit="mm",
            working=(
                f"{show.length(screw.length.mm)} long − {show.thin(fixed.through)} passed ="
                f" {show.length(fixed.bite)}; it bites into {show.length(fixed.into)}"
            ),
            assumptions=[pilot, "stainless or galvanised, since it stands outdoors"],
            source=COMMON_PRACTICE,
        ),
    }
