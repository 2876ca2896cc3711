"""What bends: a member's stiffness and strength, its bow and stress, and how far it could span."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from acrebox.core.assembly import Upright, WallAlong
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.factors import factor
from acrebox.core.strength.grid import BeamAnswer
from acrebox.core.strength.registry import Loaded
from acrebox.core.strength.sections import BendingSection, corrugated, rectangle
from acrebox.core.strength.sources import ADVICE, NDS, STEEL_VALUES
from acrebox.core.strength.walls import WallBeam
from acrebox.core.strength.wood import bending_strength, stiffness
from acrebox.core.worked import Worked

STEEL = "steel"
LONGEST_MM = 20_000.0


@dataclass(frozen=True, kw_only=True)
class Bent:
    """One member: the push on it [N/mm of its run], bow [mm] and what is allowed, stress ratio, longest
    span by both [mm].
    """

    case: WallAlong | Upright
    spans: int
    species: str
    assumed: bool
    load: float
    section: BendingSection
    stiffness: float
    bending: float
    bow: float
    allowed: float
    stress_ratio: float
    longest: float

    @property
    def holds(self) -> bool:
        """Whether neither bow nor stress is over what is allowed."""
        return self.bow <= self.allowed + 1e-9 and self.stress_ratio <= 1.0 + 1e-9


def allowed_bow(span: float, sheet: bool = False) -> float:
    """The bow that is not seen yet over a span [mm]; sheet may bulge more. Source: common practice."""
    if sheet:
        return span / factor("sheet_bow_share")
    return min(factor("most_bow"), span / factor("bow_share"))


def bent(
    case: WallAlong | Upright,
    loaded: Loaded,
    *,
    spans: int,
    lasting: float,
    passing: float,
    moment: tuple[float, float],
    bow: tuple[float, float],
) -> Bent:
    """Work out a member under its `lasting` and its `passing` load [N/mm], whose moments are shares of wL²
    and whose bows are shares of wL⁴/EI. Only what lasts makes timber creep.
    """
    taken = _taken(case, loaded)
    stiff = taken.stiffness * taken.section.inertia

    def bows(span: float) -> float:
        return span**4 * (taken.creep * bow[0] * lasting + bow[1] * passing) / stiff

    def ratio(span: float) -> float:
        return span**2 * (moment[0] * lasting + moment[1] * passing) / taken.section.modulus / taken.bending

    sheet = taken.name == STEEL
    return _made(
        case,
        taken,
        spans,
        lasting + passing,
        bow=bows,
        ratio=ratio,
        allowed=lambda span: allowed_bow(span, sheet),
    )


def bent_in_grid(
    case: WallAlong,
    beam: WallBeam,
    load: tuple[float, float],
    found: BeamAnswer,
    loaded: Loaded,
    supports: Sequence[float],
) -> Bent:
    """A member as the grid of its wall bends it, held at `supports` [mm]: what lies on it takes its share of
    the moment, and the most stressed of them counts.
    """
    taken = _taken(case, loaded)
    each = [
        (_taken(replace(case, stock=p.stock, breadth=p.breadth, depth=p.depth), loaded)) for p in beam.on_top
    ]
    whole = sum(t.stiffness * t.section.inertia for t in (taken, *each))
    moment = sum(found.moment)
    stress = max(
        moment * t.stiffness * t.section.inertia / whole / t.section.modulus / t.bending
        for t in (taken, *each)
    )
    span = case.span
    # The whole wall from corner to corner, and the piece between two of its supports: the worse one counts.
    lines = [(found.bow, supports[-1] - supports[0]), (found.between(supports), span)]
    bows = [(taken.creep * lasting + passing, allowed_bow(over)) for (lasting, passing), over in lines]
    bow, allowed = max(bows, key=lambda pair: pair[0] / pair[1])
    whole_wall = allowed_bow(supports[-1] - supports[0])
    return _made(
        case,
        taken,
        case.spans,
        sum(load),
        bow=lambda other: bow * (other / span) ** 4,
        ratio=lambda other: stress * (other / span) ** 2,
        allowed=lambda other: min(whole_wall, allowed * other / span) if other < span else allowed,
    )


@dataclass(frozen=True, kw_only=True)
class _Taken:
    """What a member is taken for: its wood or steel, section, stiffness and strength [MPa], creep."""

    name: str
    assumed: bool
    section: BendingSection
    stiffness: float
    bending: float
    creep: float


def _taken(case: WallAlong | Upright, loaded: Loaded) -> _Taken:
    sheet = loaded.book.find_sheet(case.stock)
    if sheet is not None:
        return _Taken(
            name=STEEL,
            assumed=False,
            section=corrugated(case.breadth, sheet.wave),
            stiffness=factor("steel_stiffness"),
            bending=factor("steel_bending"),
            creep=1.0,
        )
    wood, assumed = loaded.wood(case.stock)
    return _Taken(
        name=wood.name,
        assumed=assumed,
        section=rectangle(case.breadth, case.depth),
        stiffness=stiffness(wood),
        bending=bending_strength(wood, case.breadth, case.depth),
        creep=factor("creep"),
    )


def _made(
    case: WallAlong | Upright,
    taken: _Taken,
    spans: int,
    load: float,
    *,
    bow: Callable[[float], float],
    ratio: Callable[[float], float],
    allowed: Callable[[float], float],
) -> Bent:
    return Bent(
        case=case,
        spans=spans,
        species=taken.name,
        assumed=taken.assumed,
        load=load,
        section=taken.section,
        stiffness=taken.stiffness,
        bending=taken.bending,
        bow=bow(case.span),
        allowed=allowed(case.span),
        stress_ratio=ratio(case.span),
        longest=_longest(lambda span: bow(span) <= allowed(span) + 1e-9 and ratio(span) <= 1.0 + 1e-9),
    )


def _longest(holds: Callable[[float], bool]) -> float:
    """The longest span [mm] at which neither the bow nor the stress is over what is allowed."""
    low, high = 1.0, LONGEST_MM
    for _ in range(40):
        middle = (low + high) / 2
        low, high = (middle, high) if holds(middle) else (low, middle)
    return low


def bent_worked(m: Bent, show: Printer) -> dict[str, Worked]:
    """How a member's bow, its stress ratio and its longest span came about."""
    timber = m.species != STEEL
    wet = f" wet, × {factor('creep'):g} for creep under what lasts" if timber else ""
    under = " (wet, lasting load)" if timber else ""
    source = NDS if timber else STEEL_VALUES
    return {
        "bow_mm": Worked(
            amount=m.bow,
            unit="mm",
            working=(
                f"{m.load * 1000:.0f} N/m, {m.spans} bays of at most {show.length(m.case.span)}, I"
                f" {m.section.inertia / 1e4:.1f} cm⁴, E {m.stiffness:.0f} MPa{wet} = {m.bow:.1f} mm;"
                f" allowed {m.allowed:.1f} mm"
            ),
            assumptions=_assumed(m),
            source=source,
        ),
        "stress_ratio": Worked(
            amount=m.stress_ratio,
            unit="",
            working=(
                f"moment ÷ S {m.section.modulus / 1e3:.1f} cm³ ÷ {m.bending:.2f} MPa{under}"
                f" = {m.stress_ratio:.2f}"
            ),
            assumptions=_assumed(m),
            source=source,
        ),
        "longest_mm": Worked(
            amount=m.longest,
            unit="mm",
            working=(
                f"the longest span with a bow of at most {_limit_words(m, show)}, and a stress within bounds:"
                f" {show.length(m.longest)}"
            ),
            assumptions=[ADVICE],
            source="what is seen: common practice",
        ),
    }


def _limit_words(m: Bent, show: Printer) -> str:
    if m.species == STEEL:
        return f"a {factor('sheet_bow_share'):g}th of it"
    return f"{show.length(factor('most_bow'))} or a {factor('bow_share'):g}th of it"


def _assumed(m: Bent) -> list[str]:
    wood = f"{m.species}: nothing is known of this wood" if m.assumed else m.species
    creep = [f"creep doubles the bow of wet timber (× {factor('creep'):g})"] if m.species != STEEL else []
    return [wood, *creep, ADVICE]
