"""Load case: a wall of courses that stands by its weight: whether it slides, and whether it tips."""

from dataclasses import dataclass
from math import inf, pi

from acrebox.core.assembly import Laid
from acrebox.core.measure.convert import GRAVITY
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded, checks
from acrebox.core.strength.sources import ADVICE, STATICS
from acrebox.core.worked import Worked


@dataclass(frozen=True, kw_only=True)
class LaidCheck:
    """A wall at the course where it is nearest to giving way: the course that is lowest of what moves (from
    1), the push on it [N/mm], what it weighs [N/mm], how far over its foot that acts [mm], what the walls
    that meet it and bars hold against tipping [N·mm to the mm], how it rubs on what is under it, and how many
    times the push it takes to slide and to tip it.
    """

    case: Laid
    course: int
    push: float
    weight: float
    arm: float
    corners: float
    bars: float
    rubs: float
    slide: float
    tip: float

    @property
    def holds(self) -> bool:
        """Whether neither is nearer than is safe."""
        return min(self.slide, self.tip) >= factor("laid_safety") - 1e-9


@checks(Laid)
def check_laid(case: Laid, loaded: Loaded) -> LaidCheck:
    """Every course with all above it, by the metre; the walls that meet it hold it where it is short."""
    found = [_from(case, n, loaded) for n in range(len(case.courses))]
    return min(found, key=lambda f: min(f.slide, f.tip))


def _from(case: Laid, first: int, loaded: Loaded) -> LaidCheck:
    """What comes of the courses from `first` (from 0) up."""
    base = sum(case.courses[:first])
    deep = max(0.0, loaded.depth - base) / 1000
    push = loaded.on(case.side).push
    total = push.total(deep)
    moment = (push.slope * deep**3 / 6 + push.top * deep**2 / 2) * 1000
    weight = case.kg_per_m * (len(case.courses) - first) * float(GRAVITY) / 1000
    corners, bars = _by_corners(case, weight, sum(case.courses[first:])), 0.0
    foot = case.anchored or first > 0
    if case.reinforced and foot and case.every:
        steel = pi / 4 * case.bar**2 * factor("bar_stress") / case.every
        bars = steel * factor("bar_lever") * case.thick / 2
    holds = weight * case.thick / 2 + corners + bars
    tied = (case.dowelled and foot) or (case.mortar and first > 0)
    rub = factor("block_on_block" if first else "block_on_ground")
    return LaidCheck(
        case=case,
        course=first + 1,
        push=total,
        weight=weight,
        arm=moment / total if total else 0.0,
        corners=corners,
        bars=bars,
        rubs=rub,
        slide=inf if tied or not total else rub * weight / total,
        tip=holds / moment if moment else inf,
    )


def cornered(case: Laid, tall: float | None = None) -> bool:
    """Whether the walls that meet it hold its middle: it spans no further between them than is common. Dry
    ones reach along it by their bond only as far as it is high (`tall`, all of it unless told) [mm]: between
    the two of a longer wall its middle stands by itself.
    """
    if case.mortar:
        return case.span <= case.thick * factor("laid_span_mortar")
    return case.span <= 2 * (sum(case.courses) if tall is None else tall)


def _by_corners(case: Laid, weight: float, tall: float) -> float:
    """What the bonded walls at both ends hold against tipping [N·mm to the mm of the wall]: as much of each
    as the wall is high, by its weight half as far back.
    """
    if not cornered(case, tall):
        return 0.0
    back = min(case.returns, tall)
    return 2 * weight * back * back / 2 / case.span


def laid_words(found: LaidCheck, show: Printer) -> str:
    """Which way it would give way first, and how far that is off."""
    first = min(("slide", found.slide), ("tip", found.tip), key=lambda one: one[1])
    if first[1] == inf:
        return "nothing pushes on it"
    return f"it would {first[0]} from course {found.course} at {show.short(first[1], 1)} times the push"


def laid_worked(found: LaidCheck, show: Printer) -> Worked:
    """How many times the push it takes, with its working."""
    case, least = found.case, min(found.slide, found.tip)
    push, weight, said = show.line_load(found.push), show.line_load(found.weight), list[str]()
    beside = f" + corners {show.force(found.corners)}" if found.corners else ""
    beside += f" + bars {show.force(found.bars)}" if found.bars else ""
    if found.tip < inf:
        said.append(
            f"tips at how many times the push: (weight {weight} × {show.exact_run(case.thick)} ÷ 2{beside}) ÷"
            f" (push {push} × {show.exact_run(found.arm)} up) = {show.number(found.tip, 2)}"
        )
    if found.slide < inf:
        said.append(f"slides: {show.short(found.rubs)} × {weight} ÷ {push} = {show.number(found.slide, 2)}")
    more = ["bars in concrete hold it down as well"] if case.reinforced else []
    return Worked(
        amount=least if least < inf else 0.0,
        unit="times",
        working="; ".join(said) or "nothing pushes on it: 0",
        assumptions=[
            f"from course {found.course} up, by the metre",
            "the walls that meet it are bonded to it and hold its ends"
            if cornered(case, sum(case.courses[found.course - 1 :]))
            else "too long for the walls that meet it to hold its middle, which stands by itself",
            *more,
            ADVICE,
        ],
        source=f"{STATICS}; friction and the safety wanted, {factor('laid_safety'):g}: common practice",
    )
