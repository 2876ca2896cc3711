"""What bends: a member's stiffness and strength, its bow and stress, and how far it could span."""

from collections.abc import Callable
from dataclasses import dataclass

from acrebox.core.assembly import Upright, WallAlong
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded
from acrebox.core.strength.sections import BendingSection, corrugated, rectangle
from acrebox.core.strength.sources import ADVICE, NDS, STEEL_VALUES
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


def allowed_bow(span: float) -> float:
    """The bow that is not seen yet over a span [mm]. Source: common practice."""
    return min(factor("most_bow"), span / factor("bow_share"))


def bent(
    case: WallAlong | Upright,
    loaded: Loaded,
    *,
    spans: int,
    load: float,
    moment_share: float,
    bow_share: float,
) -> Bent:
    """Work out a member under its greatest `load` [N/mm], whose moment is a share of wL² and its bow one
    of wL⁴/EI.
    """
    sheet = loaded.book.find_sheet(case.stock)
    if sheet is not None:
        section = corrugated(case.breadth, sheet.wave)
        name, assumed, creep = STEEL, False, 1.0
        stiffness, bending = factor("steel_stiffness"), factor("steel_bending")
    else:
        wood, assumed = loaded.wood(case.stock)
        section = rectangle(case.breadth, case.depth)
        name, creep = wood.name, factor("creep")
        stiffness = wood.e_mpa * factor("wet_stiffness")
        bending = wood.fb_mpa * factor("duration") * factor("wet_bending")

    def bow(span: float) -> float:
        return creep * bow_share * load * span**4 / (stiffness * section.inertia)

    def ratio(span: float) -> float:
        return moment_share * load * span**2 / section.modulus / bending

    return Bent(
        case=case,
        spans=spans,
        species=name,
        assumed=assumed,
        load=load,
        section=section,
        stiffness=stiffness,
        bending=bending,
        bow=bow(case.span),
        allowed=allowed_bow(case.span),
        stress_ratio=ratio(case.span),
        longest=_longest(bow, ratio),
    )


def _longest(bow: Callable[[float], float], ratio: Callable[[float], float]) -> float:
    """The longest span [mm] at which neither the bow nor the stress is over what is allowed."""
    low, high = 1.0, LONGEST_MM
    for _ in range(60):
        middle = (low + high) / 2
        good = bow(middle) <= allowed_bow(middle) and ratio(middle) <= 1.0
        low, high = (middle, high) if good else (low, middle)
    return low


def bent_worked(m: Bent, show: Printer) -> dict[str, Worked]:
    """How a member's bow, its stress ratio and its longest span came about."""
    timber = m.species != STEEL
    wet = f" wet, × {factor('creep'):g} for creep" if timber else ""
    under = " (wet, lasting load)" if timber else ""
    source = NDS if timber else STEEL_VALUES
    return {
        "bow_mm": Worked(
            amount=m.bow,
            unit="mm",
            working=(
                f"{m.load * 1000:.0f} N/m over {m.spans} × {show.length(m.case.span)}, I"
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
                "the longest span with a bow of at most 10 mm or a two-hundredth, and a stress within"
                f" bounds: {show.length(m.longest)}"
            ),
            assumptions=[ADVICE],
            source="10 mm and span/200: common practice",
        ),
    }


def _assumed(m: Bent) -> list[str]:
    wood = f"{m.species}: nothing is known of this wood" if m.assumed else m.species
    creep = [f"creep doubles the bow of wet timber (× {factor('creep'):g})"] if m.species != STEEL else []
    return [wood, *creep, ADVICE]
