"""A post in the ground: what the wall leans on it, its stress where a housing leaves least of it, and how
deep it wants to stand.
"""

import itertools
from collections.abc import Iterable
from dataclasses import dataclass
from math import radians, tan

from acrebox.core.assembly import Stance
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.factors import factor
from acrebox.core.strength.grid import UprightAnswer
from acrebox.core.strength.registry import Loaded
from acrebox.core.strength.sections import rectangle
from acrebox.core.strength.sides import Side, holds_as_a_box
from acrebox.core.strength.sources import ADVICE, STATICS
from acrebox.core.strength.walls import WallPost
from acrebox.core.strength.wood import bending_strength
from acrebox.core.worked import Worked

DEEPEST_MM = 4000.0


@dataclass(frozen=True, kw_only=True)
class PostCheck:
    """The post of a bed that takes most: on which side, how much wall it stands for [mm], force [N] and
    moment [N·mm] at the ground, stress ratio, what is left of its depth in a housing [mm]; how deep it
    stands and wants to stand [mm]. `alone`: it wants to stand deeper, and without it the wall would not hold
    from corner to corner.
    """

    side: str
    stock: str
    depth: float
    below: float
    bears: float
    bay: float
    moment: float
    base: float
    stress_ratio: float
    left: float
    wanted: float
    force: float
    alone: bool

    @property
    def deep_enough(self) -> bool:
        """Whether the ground holds it, or the wall holds without it."""
        return not self.alone or self.wanted <= self.below + 1.0

    @property
    def tips(self) -> bool:
        """Whether the ground gives way under it, with no margin left, and the wall does not hold without."""
        lever = self.base / self.force if self.force else 0.0
        return self.alone and held_by_ground(self.below, lever, self.bears) < self.force

    @property
    def holds(self) -> bool:
        """Whether it neither bends too far nor leans out."""
        return self.stress_ratio <= 1.0 + 1e-9 and self.deep_enough


def check_posts(stance: Stance, sides: Iterable[Side], loaded: Loaded) -> PostCheck | None:
    """The post that takes most, of all that stand in the ground between the corners; None where there is
    none.
    """
    standing = [
        (side, post, answer)
        for side in sides
        for post, answer in zip(side.wall.posts, side.answer.uprights, strict=False)
        if post.grounded and post.ply.stock
    ]
    if not standing:
        return None
    # The one that bends most, and the one that most tips: mostly the same.
    worst = {
        max(range(len(standing)), key=lambda n: max(sum(standing[n][2].moment), sum(standing[n][2].above))),
        max(range(len(standing)), key=lambda n: sum(standing[n][2].moment)),
    }
    found = [_check(stance, *standing[n], loaded) for n in sorted(worst)]
    return max(found, key=lambda p: (not p.deep_enough, p.stress_ratio))


def _check(stance: Stance, side: Side, post: WallPost, answer: UprightAnswer, loaded: Loaded) -> PostCheck:
    wood, _ = loaded.wood(post.ply.stock)
    force, base = sum(answer.force), sum(answer.moment)
    moment = max(base, sum(answer.above))
    strength = bending_strength(wood, post.ply.breadth, post.left)
    marks = side.wall.supports
    near = [b - a for a, b in itertools.pairwise(marks) if post.at in (a, b)]
    bears = stance.bears or post.ply.breadth
    wanted = embedment(force, base / force if force else 0.0, bears)
    return PostCheck(
        side=side.wall.side,
        stock=post.ply.stock,
        depth=post.ply.depth,
        below=stance.below,
        bears=bears,
        bay=sum(near) / 2,
        moment=moment,
        base=base,
        stress_ratio=moment / rectangle(post.ply.breadth, post.left).modulus / strength,
        left=post.left,
        wanted=wanted,
        force=force,
        alone=wanted > stance.below and not holds_as_a_box(side, loaded),
    )


def held_by_ground(below: float, height: float, width: float, cohesion: float | None = None) -> float:
    """The force [N] at a `height` over the ground that tips a short stiff post `below` in it, `width` wide
    [mm].

    Loose ground: 3·Kp·γ·z over the width, turning about the toe: P = ½γ·b·L³·Kp / (e + L). What makes the
    ground stand in a spade-cut hole adds 3·2c·√Kp, even over the depth, turning where both balance. Source:
    B. Broms (1964), short piles with a free head in cohesionless soil (from memory); the cohesion added is
    ours, with the same three widths.
    """
    kp = tan(radians(45 + factor("ground_friction") / 2)) ** 2
    deep, arm, b = below / 1000, height / 1000, width / 1000
    if deep <= 0:
        return 0.0
    loose = 0.5 * factor("ground_weight") * b * deep**3 * kp / (arm + deep)
    c = factor("ground_cohesion") if cohesion is None else cohesion
    turn = -arm + (arm**2 + deep * arm + deep**2 / 2) ** 0.5
    stuck = 3 * 2 * c * kp**0.5 * b * (2 * turn - deep)
    return float(loose + stuck) * 1000


def embedment(force: float, height: float, width: float) -> float:
    """Depth [mm] at which the ground holds a post under a `force` [N] at a `height` over it, `width` wide
    [mm], with a margin for one that may lean a little.
    """
    if force <= 0:
        return 0.0
    low, high = 0.0, DEEPEST_MM
    for _ in range(40):
        middle = (low + high) / 2
        enough = held_by_ground(middle, height, width) >= factor("ground_safety") * force
        low, high = (low, middle) if enough else (middle, high)
    return high


def post_worked(found: PostCheck, show: Printer) -> dict[str, Worked]:
    """How a post's moment [N·m] and the depth it wants [mm] came about."""
    arm, gives = _lever(found.moment, found), show.force(found.force)
    housed = "" if found.left >= found.depth - 1 else f"; a housing leaves {show.length(found.left)} of it"
    held = ""
    if found.wanted > found.below:
        held = (
            "; without it the wall would not hold from corner to corner"
            if found.alone
            else "; the wall would hold from corner to corner without it"
        )
    return {
        "moment_nm": Worked(
            amount=found.moment / 1000,
            unit="N·m",
            working=(
                f"{show.length(found.bay)} of {found.side} lean on it, to where it bends most: {gives} ×"
                f" {show.exact_run(arm)} = {show.moment(found.moment)}{housed}"
            ),
            assumptions=["boards, corners and ties take their share, by their stiffness", ADVICE],
            source=STATICS,
        ),
        "wanted_mm": Worked(
            amount=found.wanted,
            unit="mm",
            working=(
                f"{_embedded(found, show)}; it wants {show.length(found.wanted)} and stands"
                f" {show.length(found.below)} deep{held}"
            ),
            assumptions=[
                (
                    f"firm ground, {show.unit_weight(factor('ground_weight'))}, friction"
                    f" {factor('ground_friction'):g}°, cohesion {show.pressure(factor('ground_cohesion'))}"
                ),
                ADVICE,
            ],
            source="Broms (1964), short piles (from memory)",
        ),
    }


def _lever(moment: float, found: PostCheck) -> float:
    return moment / found.force if found.force else 0.0


def _embedded(found: PostCheck, show: Printer) -> str:
    """What the ground holds at the depth that is wanted, by `held_by_ground`, beside what it has to."""
    if not found.wanted:
        return "nothing leans on it"
    safe, kp = factor("ground_safety"), tan(radians(45 + factor("ground_friction") / 2)) ** 2
    e, deep, wide = (show.exact_run(mm) for mm in (_lever(found.base, found), found.wanted, found.bears))
    cohesion, gives = show.pressure(factor("ground_cohesion")), show.force(found.force)
    turn = f"√(({e})² + {deep} × {e} + ({deep})² ÷ 2) − {e}"
    return (
        f"to hold: {show.short(safe)} × {gives} = {show.force(safe * found.force)}; the ground holds at"
        f" {deep}: 0.5 × {show.unit_weight(factor('ground_weight'))} × {wide} × ({deep})³ ×"
        f" {show.significant(kp)} ÷ ({e} + {deep}) + 6 × {cohesion} × √{show.significant(kp)} × {wide} ×"
        f" (2 × ({turn}) − {deep}) = {show.big_force(safe * found.force)}"
    )
