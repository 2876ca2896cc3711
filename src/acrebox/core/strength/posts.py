"""Posts: the moment at the ground, and how deep a pole without a collar wants to be."""

from math import sqrt

# Lateral bearing of the weakest natural soil, IBC table 1806.2 class 5 (from memory): 100 psf per foot of depth.
LATERAL_KPA_PER_M = 100 * 47.88026 / 0.3048 / 1000


def post_moment(spacing: float, depth: float, top: float, slope: float) -> float:
    """Moment at the ground [N·mm] of a post that holds `spacing` [mm] of wall under soil `depth` [mm] deep.

    M = s·(slope·h³/6 + top·h²/2), top [kPa] the push at the surface, slope [kPa/m].
    """
    s, h = spacing / 1000, depth / 1000
    return s * (slope * h**3 / 6 + top * h**2 / 2) * 1e6


def embedment(force: float, height: float, width: float, bearing: float = LATERAL_KPA_PER_M) -> float:
    """Depth [mm] that a post wants in the ground: International Building Code §1807.3.2.1, not constrained (from memory).

    d = ½A·(1 + √(1 + 4.36h/A)), A = 2.34·P/(S₁·b): force P [N] at `height` h [mm] over the ground, `width` b [mm], S₁ the soil's
    bearing at a third of d; solved by repetition since S₁ grows with d.
    """
    if force <= 0:
        return 0.0
    p, h, b = force / 1000, height / 1000, width / 1000
    low, high = 1e-3, 20.0
    for _ in range(80):
        d = (low + high) / 2
        a = 2.34 * p / (bearing * min(d / 3, 3.66) * b)
        wanted = 0.5 * a * (1 + sqrt(1 + 4.36 * h / a))
        low, high = (d, high) if wanted > d else (low, d)
    return (low + high) / 2 * 1000
