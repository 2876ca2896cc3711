"""A reservoir under the soil: how deep, what it holds, where it overflows, how far soil lifts its water."""

from collections.abc import Sequence
from dataclasses import dataclass

from acrebox.core.assembly import Assembly
from acrebox.core.design import Design, Medium, ReservoirChoice
from acrebox.core.errors import refuse
from acrebox.core.fill.layers import FilledLayer
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.wicking.crops import kc_of, p_of
from acrebox.core.wicking.limits import wicking_limit

HALF = 0.5
HOURS = 24
STONES: dict[Medium, str] = {"gravel": "gravel", "porous_rock": "porous-rock", "sand": "sharp-sand"}
"""The fill that each medium is."""


@dataclass(frozen=True)
class Tested:
    """What a water test showed: by how much the water fell [mm], and in a day; whether that is a leak."""

    drop: float
    a_day: float
    leaks: bool


@dataclass(frozen=True, kw_only=True)
class Reservoir:
    """A reservoir: its medium, the height of its floor and its depth over that [mm], what of the bed lies in
    it [L], the open share and how that is known, where the port of its overflow lies over the floor, the
    length of its inlet [mm]; what plants use against short grass (`kc`), and the share of the soil's water
    that they take before they suffer (`p`).
    """

    medium: Medium
    base: float
    depth: float
    bulk: float
    porosity: float
    measured: bool
    port: float
    inlet: float
    kc: float
    p: float
    test: Tested | None = None

    @property
    def top(self) -> float:
        """The height of its top [mm]."""
        return self.base + self.depth

    def under(self, layers: Sequence[FilledLayer]) -> float:
        """How much soil lies over it [mm]."""
        return layers[-1].top - self.top

    @property
    def held(self) -> float:
        """Water to the overflow [L]: what lies in it × its open share."""
        return self.bulk * self.porosity


def reservoir_of(design: Design, bed: Assembly, show: Printer) -> Reservoir | None:
    """The reservoir of a bed; None where none is asked for. Raises DesignError where the bed holds no water,
    or the reservoir would overflow over its rim.
    """
    choice, built = design.reservoir, show.built
    if choice is None:
        return None
    if not design.construction.closed and design.lining.floor != "pond":
        says = "The bed is open below: it holds no water."
        raise refuse("reservoir", choice.medium, says, "pond sheet on its floor and walls (lining), or none")
    cavity = bed.cavity
    high, gap = cavity.top - cavity.base, design.fill.gap.mm
    depth = depth_of(choice, high, gap, built)
    if depth >= high - gap:
        raise refuse(
            "reservoir.depth",
            choice.depth.text if choice.depth else show.length(depth),
            "It would overflow over the rim, or leave no room for soil.",
            f"less than {show.length(high - gap)}",
        )
    porosity, measured = porosity_of(choice)
    low = choice.overflow == "low_elbow"
    return Reservoir(
        medium=choice.medium,
        base=cavity.base,
        depth=depth,
        bulk=cavity.litres_to(cavity.base + depth),
        porosity=porosity,
        measured=measured,
        port=min(depth, wicking_limit("elbow_over", built)) if low else depth,
        inlet=high + wicking_limit("inlet_over", built),
        kc=kc_of(choice.kc, choice.crop),
        p=p_of(choice.crop),
        test=tested(choice, depth, show),
    )


def depth_of(choice: ReservoirChoice, high: float, gap: float, built: System) -> float:
    """Its depth [mm]: as chosen, else half the bed, or what is left under so much soil as roots want."""
    if choice.depth is not None:
        return choice.depth.mm
    return max(1.0, min(high * HALF, high - gap - wicking_limit("soil_above", built)))


def porosity_of(choice: ReservoirChoice) -> tuple[float, bool]:
    """The open share of the medium, and whether it was measured. Raises DesignError for a bucket that took
    more than it holds, or of which only one of the two is told.
    """
    if choice.porosity is not None:
        return choice.porosity, True
    if (choice.bucket is None) != (choice.took is None):
        field = "took" if choice.took is None else "bucket"
        says = "A bucket is told by what it holds and what it took."
        raise refuse(f"reservoir.{field}", "nothing", says, "both")
    if choice.bucket is not None and choice.took is not None:
        if choice.took.litres >= 0.95 * choice.bucket.litres:
            says = "A bucket of stone takes less water than it holds."
            raise refuse("reservoir.took", choice.took.text, says, f"less than {choice.bucket.text}")
        return choice.took.litres / choice.bucket.litres, True
    return wicking_limit(choice.medium), False


def tested(choice: ReservoirChoice, depth: float, show: Printer) -> Tested | None:
    """What the water test showed; None where none is recorded.

    Raises DesignError for water that rose, or that was marked over the overflow.
    """
    test = choice.test
    if test is None:
        return None
    if test.marked.mm > depth + 0.5:
        says = "The water cannot stand over the overflow."
        raise refuse("reservoir.test.marked", test.marked.text, says, f"at most {show.length(depth)}")
    if test.later.mm > test.marked.mm:
        says = "The water cannot have risen: rain fell into it, or the marks are in turn."
        raise refuse("reservoir.test.later", test.later.text, says, f"at most {test.marked.text}")
    drop = test.marked.mm - test.later.mm
    a_day = drop / test.hours * HOURS
    return Tested(drop, a_day, a_day > wicking_limit("falls_most", show.built) + 1e-6)


def lift_of(organic: float, built: System) -> float:
    """How far soil lifts water [mm], by its share of organic matter: more with more of it, up to a half."""
    low, high = wicking_limit("lifts", built), wicking_limit("lifts_organic", built)
    return low + (high - low) * min(1.0, organic / wicking_limit("organic_full"))


def organic_of(layers: Sequence[FilledLayer]) -> float:
    """The share of organic matter in the soil that roots grow in."""
    soil = [c for layer in layers if layer.for_roots for c in layer.contents]
    whole = sum(c.settled for c in soil)
    return sum(c.settled * c.material.organic for c in soil) / whole if whole else 0.0
