"""What bends: a member's stiffness and strength, its bow and stress, and how far it could span."""

from collections.abc import Sequence
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
    span by both [mm] and the bow that `limit`s it [mm], with the power of the span that this grows with; none
    where the stress does.
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
    limit: tuple[float, int] | None

    @property
    def use(self) -> float:
        """How much it takes of what it may: of the stress, or of a third over the bow that is not seen."""
        return max(self.bow / (self.allowed * factor("missed")), self.stress_ratio)

    @property
    def holds(self) -> bool:
        """Whether the bow is over what is not seen by a third at most, and the stress is within bounds."""
        return self.use <= 1.0 + 1e-9


def allowed_bow(span: float) -> float:
    """The bow that is not seen yet over a span [mm]. Source: common practice."""
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
    taken, span = _taken(case, loaded), case.span
    stiff = taken.stiffness * taken.section.inertia
    strong = taken.section.modulus * taken.bending
    return _made(
        case,
        taken,
        spans,
        lasting + passing,
        bow=span**4 * (taken.creep * bow[0] * lasting + bow[1] * passing) / stiff,
        ratio=span**2 * (moment[0] * lasting + moment[1] * passing) / strong,
        limits=_limits(span, taken.name == STEEL),
    )


def _limits(span: float, sheet: bool = False) -> list[tuple[float, int]]:
    """The bows that are not seen yet over a span [mm], each with the power of the span that it grows with."""
    if sheet:
        return [(span / factor("sheet_bow_share"), 1)]
    return [(factor("most_bow"), 0), (span / factor("bow_share"), 1)]


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
    length = supports[-1] - supports[0]
    lines = [
        (found.bow, [(allowed_bow(length), 1 if len(supports) == 2 else 0)]),
        (found.between(supports), _limits(span)),
    ]
    bows = [(taken.creep * lasting + passing, limits) for (lasting, passing), limits in lines]
    bow, limits = max(bows, key=lambda one: one[0] / min(allowed for allowed, _ in one[1]))
    return _made(case, taken, case.spans, sum(load), bow=bow, ratio=stress, limits=limits)


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
    bow: float,
    ratio: float,
    limits: Sequence[tuple[float, int]],
) -> Bent:
    longest, limit = _longest(case.span, bow, ratio, limits)
    return Bent(
        case=case,
        spans=spans,
        species=taken.name,
        assumed=taken.assumed,
        load=load,
        section=taken.section,
        stiffness=taken.stiffness,
        bending=taken.bending,
        bow=bow,
        allowed=min(allowed for allowed, _ in limits),
        stress_ratio=ratio,
        longest=longest,
        limit=limit,
    )


def _longest(
    span: float, bow: float, ratio: float, limits: Sequence[tuple[float, int]]
) -> tuple[float, tuple[float, int] | None]:
    """The longest span [mm] at which neither the bow nor the stress is over what is allowed, and which bow
    comes first; none where the stress does.

    A bow grows with the fourth power of the span and a stress with its square; `limits` are bows allowed at
    this span [mm], and the power of the span that they grow with.
    """
    far: list[tuple[float, tuple[float, int] | None]] = [(LONGEST_MM, None)]
    if ratio > 0:
        far.append((span * ratio**-0.5, None))
    if bow > 0:
        far += [(span * (allowed / bow) ** (1 / (4 - power)), (allowed, power)) for allowed, power in limits]
    return min(far, key=lambda one: one[0])


def bent_worked(m: Bent, show: Printer) -> dict[str, Worked]:
    """How a member's bow, its stress ratio and its longest span came about."""
    timber = m.species != STEEL
    wet = " wet and lasting" if timber else ""
    stiff = m.stiffness * m.section.inertia
    share = m.bow * stiff / m.load / m.case.span**4 if m.load else 0.0
    span = show.sawn("length", m.case.span)
    bays = f"{m.spans} bay{'s' if m.spans > 1 else ''}"
    source = NDS if timber else STEEL_VALUES
    return {
        "bow_mm": Worked(
            amount=m.bow,
            unit="mm",
            working=(
                f"nothing leans on it, what it is joined to takes it along: {show.bow(m.bow)}"
                if not m.load
                else f"{bays} held as it is, share of wL⁴/EI: {show.significant(share)} ×"
                f" {show.sawn('line_load', m.load)} × ({span})⁴ ÷ (E"
                f" {show.sawn('stress', m.stiffness)}{wet} ×"
                f" I {show.sawn('inertia', m.section.inertia)}) = {show.bow(m.bow)}; allowed"
                f" {show.bow(m.allowed)}"
            ),
            assumptions=_assumed(m, show),
            source=source,
        ),
        "stress_ratio": Worked(
            amount=m.stress_ratio,
            unit="",
            working=(
                f"moment {show.sawn('moment', m.stress_ratio * m.section.modulus * m.bending)} ÷"
                f" (S {show.sawn('modulus', m.section.modulus)} × {show.sawn('stress', m.bending)}{wet}) ="
                f" {show.number(m.stress_ratio, 2)}"
            ),
            assumptions=_assumed(m, show),
            source=source,
        ),
        "longest_mm": Worked(
            amount=m.longest,
            unit="mm",
            working=(
                f"a bow of at most {_limit_words(m, show)}, and a stress within bounds; {_by_limit(m, show)}"
            ),
            assumptions=[ADVICE],
            source="what is seen: common practice",
        ),
    }


def _limit_words(m: Bent, show: Printer) -> str:
    if m.species == STEEL:
        return f"a {factor('sheet_bow_share'):g}th of it"
    return f"{show.length(factor('most_bow'))} or a {factor('bow_share'):g}th of it"


def _by_limit(m: Bent, show: Printer) -> str:
    """How far the limit that comes first lets it span."""
    span, far = show.sawn("length", m.case.span), show.length(m.longest)
    if m.longest >= LONGEST_MM:
        return f"nothing limits it up to {far}"
    if m.limit is None:
        return f"the stress comes first: {span} ÷ √{show.significant(m.stress_ratio)} = {far}"
    allowed, power = m.limit
    bows = f"({show.sawn('length', allowed)} ÷ {show.sawn('length', m.bow)})"
    return f"the bow comes first: {span} × {('√√', '∛')[power]}{bows} = {far}"


def _assumed(m: Bent, show: Printer) -> list[str]:
    wood = f"{m.species}: nothing is known of this wood" if m.assumed else m.species
    creep = (
        [f"creep: in the wet a bow that lasts grows to × {show.short(factor('creep'))}"]
        if m.species != STEEL
        else []
    )
    return [wood, *creep, ADVICE]
