"""Beams under uniform load, AWC Design Aid 6 / AISC Manual (from memory), and PyNiteFEA 3 beside them;
DCA 6 joist spans.

Our own coefficients live in core/strength/beams.toml.
"""

import pytest
from Pynite import FEModel3D

from acrebox.core.strength.beams import even_load, growing_load
from acrebox.core.strength.sections import rectangle

# spans: M/wL², δEI/wL⁴ (from memory)
TABLE = {1: (0.125, 5 / 384), 2: (0.125, 0.00542), 3: (0.100, 0.00688), 4: (0.1071, 0.00646)}
STIFF, INERTIA, L, W = 10_000.0, 1e6, 1000.0, 1.0


@pytest.mark.parametrize("spans", TABLE)
def test_coefficients_are_the_tables(spans: int) -> None:
    moment, deflection = TABLE[spans]
    assert even_load(spans).moment == pytest.approx(moment, rel=2e-3)
    assert even_load(spans).deflection == pytest.approx(deflection, rel=2e-3)


def model(spans: int, start: float = W, end: float = W) -> FEModel3D:
    made = FEModel3D()
    made.add_material("wood", STIFF, STIFF / 2.6, 0.3, 1e-9)
    made.add_section("stick", 100.0, INERTIA, INERTIA, INERTIA)
    for n in range(spans + 1):
        made.add_node(f"N{n}", n * L, 0, 0)
        made.def_support(f"N{n}", True, True, True, n == 0, False, False)
    for n in range(spans):
        made.add_member(f"M{n}", f"N{n}", f"N{n + 1}", "wood", "stick")
        made.add_member_dist_load(f"M{n}", "Fy", -start, -end)
    made.analyze()
    return made


def greatest(made: FEModel3D, spans: int) -> tuple[float, float]:
    members = [made.members[f"M{n}"] for n in range(spans)]
    moment = max(max(abs(m.max_moment("Mz")), abs(m.min_moment("Mz"))) for m in members)
    deflection = max(abs(m.min_deflection("dy")) for m in members)
    return moment / (W * L**2), deflection * STIFF * INERTIA / (W * L**4)


@pytest.mark.parametrize("spans", TABLE)
def test_coefficients_agree_with_finite_elements(spans: int) -> None:
    moment, deflection = greatest(model(spans), spans)
    assert even_load(spans).moment == pytest.approx(moment, rel=5e-3)
    assert even_load(spans).deflection == pytest.approx(deflection, rel=1e-2)


def test_a_growing_load_agrees_with_closed_form_and_finite_elements() -> None:
    """wL²/(9√3) and .006522 wL⁴/EI at .5193 L."""
    moment, deflection = greatest(model(1, 0.0, W), 1)
    assert growing_load().moment == pytest.approx(1 / (9 * 3**0.5), rel=1e-4)
    assert growing_load().moment == pytest.approx(moment, rel=5e-3)
    assert growing_load().deflection == pytest.approx(0.006522, rel=1e-6)
    assert growing_load().deflection == pytest.approx(deflection, rel=5e-3)


# AWC DCA 6 (from memory): Southern Pine No. 2, 40 + 10 psf, wet service; span in ft-in at 12, 16, 24 in.
DCA6 = {
    "2x6": (1.5, 5.5, 1000, ((9, 11), (9, 0), (7, 7))),
    "2x8": (1.5, 7.25, 925, ((13, 1), (11, 10), (9, 8))),
    "2x10": (1.5, 9.25, 800, ((16, 2), (14, 0), (11, 5))),
}
WET_E, WET_FB, REPETITIVE, STIFFNESS_PSI = 0.9, 0.85, 1.15, 1.4e6


@pytest.mark.parametrize("name", DCA6)
@pytest.mark.parametrize("place", range(3))
def test_deck_joist_spans_from_our_bending_code_are_within_an_inch(name: str, place: int) -> None:
    """L/360 under 40 psf, bending under 50 psf. NDS: no wet-service cut where Fb·C_F ≤ 1150 psi."""
    breadth, depth, fb, spans = DCA6[name]
    spacing, (feet, inches) = (12, 16, 24)[place], spans[place]
    section, beam = rectangle(breadth, depth), even_load(1)
    wet = 1.0 if fb <= 1150 else WET_FB
    live, both = 40 / 144 * spacing, 50 / 144 * spacing

    def holds(span: float) -> bool:
        stiff = beam.deflection * live * span**4 / (STIFFNESS_PSI * WET_E * section.inertia) <= span / 360
        return stiff and beam.moment * both * span**2 / section.modulus <= fb * wet * REPETITIVE

    longest = max(inch for inch in range(48, 300) if holds(float(inch)))
    assert longest == pytest.approx(12 * feet + inches, abs=1)
