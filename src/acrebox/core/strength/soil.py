"""What soil pushes with, at a depth under its surface."""

from dataclasses import dataclass
from math import radians, sin, tan
from typing import Literal

from acrebox.core.design import Loads
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.factors import factor
from acrebox.core.strength.sources import ADVICE
from acrebox.core.worked import Worked

WATER_KN_M3 = 9.81
SCHOOL = {"at_rest": "at rest, K₀ = 1 − sin φ (Jaky)", "active": "active, Kₐ = tan²(45° − φ/2) (Rankine)"}


def at_rest(friction: float) -> float:
    """K₀ = 1 − sin φ (Jaky), φ in degrees."""
    return 1 - sin(radians(friction))


def active(friction: float) -> float:
    """Kₐ = tan²(45° − φ/2) (Rankine), φ in degrees."""
    return tan(radians(45 - friction / 2)) ** 2


@dataclass(frozen=True)
class Push:
    """Sideways push of soil: p(z) = K·(γz + q), in kPa for z in metres; under water, with buoyant soil
    and the water itself. Source: soil mechanics, closed form (Rankine; effective stress under water).
    """

    k: float
    unit_weight: float
    on_top: float
    water: float = 0.0

    @property
    def slope(self) -> float:
        """Growth of the push with depth [kPa/m]."""
        return self.k * self.unit_weight + self.water

    @property
    def top(self) -> float:
        """The push at the surface, from what stands on it [kPa]."""
        return self.k * self.on_top

    def at(self, depth: float) -> float:
        """The push [kPa] at a depth [m] under the surface; none above it."""
        return self.top + self.slope * depth if depth >= 0 else 0.0

    def total(self, depth: float) -> float:
        """The push on a strip a metre wide from the surface down to a depth [m], in kN/m."""
        return self.top * depth + self.slope * depth**2 / 2


def push_of(loads: Loads, unit_weight: float) -> Push:
    """The push by the school chosen, of soil of a `unit_weight` [kN/m³] where the gardener says no other."""
    weight = unit_weight if loads.unit_weight is None else loads.unit_weight.kn_m3
    schools: dict[Literal["at_rest", "active"], float] = {
        "at_rest": at_rest(loads.friction),
        "active": active(loads.friction),
    }
    k = schools[loads.school]
    if loads.waterlogged:
        return Push(k, max(0.0, weight - WATER_KN_M3), loads.on_top.kpa, WATER_KN_M3)
    return Push(k, weight, loads.on_top.kpa)


def push_worked(push: Push, depth: float, loads: Loads, show: Printer) -> Worked:
    """The push [kPa] at a depth [mm] under the surface, with its working."""
    bottom = push.at(depth / 1000)
    water = f" + water {show.unit_weight(push.water)} × {show.run(depth)}" if loads.waterlogged else ""
    there = ", ".join(loads.people)
    people = [f"people on the edge of {there}: {show.pressure(factor('people'))} more there"] if there else []
    return Worked(
        amount=bottom,
        unit="kPa",
        working=(
            f"K {show.number(push.k, 3)} × ({show.unit_weight(push.unit_weight)} × {show.run(depth)} +"
            f" {show.pressure(loads.on_top.kpa)} on top){water} = {show.pressure(bottom)}"
        ),
        assumptions=[
            f"soil {SCHOOL[loads.school]}",
            f"friction {show.short(loads.friction)}°",
            *people,
            ADVICE,
        ],
        source="soil mechanics, closed form; defaults common practice",
    )
