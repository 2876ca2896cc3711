"""Load case: a post in the ground, its moment at the ground, and how deep a pole without a collar wants
to be.
"""

from dataclasses import dataclass
from math import sqrt

from acrebox.core.assembly import PostAlone
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded, checks
from acrebox.core.strength.sections import rectangle
from acrebox.core.strength.sources import ADVICE, STATICS
from acrebox.core.worked import Worked


@dataclass(frozen=True, kw_only=True)
class PostCheck:
    """How much wall a post holds [mm], moment at the ground [N·mm], stress ratio, depth there is and
    wanted [mm], force [N].
    """

    case: PostAlone
    moment: float
    stress_ratio: float
    wanted: float
    force: float


@checks(PostAlone)
def check_post(case: PostAlone, loaded: Loaded) -> PostCheck:
    """The post as a pole in the ground that alone holds its bay of wall."""
    wood, _ = loaded.wood(case.stock)
    push = loaded.push
    moment = post_moment(case.bay, loaded.depth, push.top, push.slope)
    bending = wood.fb_mpa * factor("duration") * factor("wet_bending")
    force = push.total(loaded.depth / 1000) * case.bay
    return PostCheck(
        case=case,
        moment=moment,
        stress_ratio=moment / rectangle(case.breadth, case.depth).modulus / bending,
        wanted=embedment(force, moment / force if force else 0.0, case.held_width),
        force=force,
    )


def post_moment(spacing: float, depth: float, top: float, slope: float) -> float:
    """Moment at the ground [N·mm] of a post that holds `spacing` [mm] of wall under soil `depth` [mm] deep.

    M = s·(slope·h³/6 + top·h²/2), top [kPa] the push at the surface, slope [kPa/m]. Source: statics of a
    cantilever.
    """
    s, h = spacing / 1000, depth / 1000
    return s * (slope * h**3 / 6 + top * h**2 / 2) * 1e6


def embedment(force: float, height: float, width: float, bearing: float | None = None) -> float:
    """Depth [mm] that a post wants in the ground: International Building Code §1807.3.2.1, not
    constrained (from memory).

    d = ½A·(1 + √(1 + 4.36h/A)), A = 2.34·P/(S₁·b): force P [N] at `height` h [mm] over the ground,
    `width` b [mm], S₁ the soil's `bearing` [kPa/m] at a third of d; solved by repetition since S₁ grows
    with d.
    """
    if force <= 0:
        return 0.0
    per_metre = factor("lateral_bearing") if bearing is None else bearing
    p, h, b = force / 1000, height / 1000, width / 1000
    low, high = 1e-3, 20.0
    for _ in range(80):
        d = (low + high) / 2
        a = 2.34 * p / (per_metre * min(d / 3, 3.66) * b)
        wanted = 0.5 * a * (1 + sqrt(1 + 4.36 * h / a))
        low, high = (d, high) if wanted > d else (low, d)
    return (low + high) / 2 * 1000


def post_worked(found: PostCheck, show: Printer) -> dict[str, Worked]:
    """How a post's moment [N·m] and the depth it wants [mm] came about."""
    return {
        "moment_nm": Worked(
            amount=found.moment / 1000,
            unit="N·m",
            working=(
                f"{show.length(found.case.bay)} of wall, {found.force:.0f} N in all:"
                f" M = s·(K·γ·h³/6 + K·q·h²/2) = {found.moment / 1000:.0f} N·m"
            ),
            assumptions=["the post alone holds its share, as a cantilever", ADVICE],
            source=STATICS,
        ),
        "wanted_mm": Worked(
            amount=found.wanted,
            unit="mm",
            working=(
                f"a pole held by the ground alone would want {show.length(found.wanted)}; your school gives"
                f" {show.length(found.case.below)}"
            ),
            assumptions=[
                (
                    "corners, caps, ties and the bottom board on the ground share the push, which this"
                    " formula leaves out"
                ),
                ADVICE,
            ],
            source="International Building Code §1807.3.2.1 (from memory)",
        ),
    }
