"""The strength part of the Plan: members side by side with the rule of thumb, posts, ties, and the bow
drawn.
"""

from collections.abc import Sequence
from itertools import pairwise
from math import pi, sin

from acrebox.core.assembly import WallAlong
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.plan.strength_rows import BowCurve, MemberStrength, PostStrength, StrengthPlan, TieStrength
from acrebox.core.shape.outline import Side
from acrebox.core.strength import STEEL, Bent, check_strength, factor
from acrebox.core.worked import Worked

DRAWN_TIMES = 10.0
STEPS = 12
ADVICE = "advice only: local codes and licensed design go first, and nothing here rates a structure as safe"
NDS = "National Design Specification, reference values (from memory)"
SCHOOL = {"at_rest": "at rest, K₀ = 1 − sin φ (Jaky)", "active": "active, Kₐ = tan²(45° − φ/2) (Rankine)"}


def strength_of(seen: Seen) -> StrengthPlan:
    """Every member, the posts and the ties, with their working."""
    check, loads = seen.strength, seen.design.loads
    depth = check.depth / 1000
    bottom = check.push.at(depth)
    water = f" + water {check.push.water:.2f} kN/m³" if loads.waterlogged else ""
    words = (
        f"K {check.push.k:.3f} × ({check.push.unit_weight:.2f} kN/m³ × {depth:.3f} m + {loads.on_top:g} kPa"
        f" on top){water and water + f' × {depth:.3f} m'} = {bottom:.2f} kPa"
    )
    return StrengthPlan(
        push_kpa=bottom,
        school=loads.school,
        holds=all(m.holds for m in check.members),
        members=[_member(m, seen) for m in check.members],
        posts=_posts(seen),
        ties=[TieStrength(what=t.what, pull_n=t.pull, words=t.words) for t in check.ties],
        curves=_curves(seen),
        working={
            "push_kpa": Worked(
                amount=bottom,
                unit="kPa",
                working=words,
                assumptions=[f"soil {SCHOOL[loads.school]}", f"friction {loads.friction:g}°", ADVICE],
                source="soil mechanics, closed form; defaults common practice",
            )
        },
    )


def _member(m: Bent, seen: Seen) -> MemberStrength:
    show, case = seen.show.length, m.case
    by_rule = isinstance(case, WallAlong) and case.by_rule
    spans = seen.assembly.spans if by_rule else ()
    rule = next((s.rule for s in spans if s.side == case.side and s.between == case.between), None)
    return MemberStrength(
        side=case.side,
        what=case.what,
        stock=case.stock,
        wood=m.species,
        assumed=m.assumed,
        between=case.between,
        span_mm=case.span,
        spans=m.spans,
        load_n_per_m=m.load * 1000,
        bow_mm=m.bow,
        allowed_mm=m.allowed,
        stress_ratio=m.stress_ratio,
        longest_mm=m.longest,
        rule_mm=rule,
        holds=m.holds,
        says=_says(m, rule, seen),
        working={
            "bow_mm": Worked(
                amount=m.bow,
                unit="mm",
                working=(
                    f"{m.load * 1000:.0f} N/m over {m.spans} × {show(case.span)}, I"
                    f" {m.section.inertia / 1e4:.1f} cm⁴, E {m.stiffness:.0f} MPa"
                    f" wet{', × 2 for creep' if m.species != STEEL else ''} = {m.bow:.1f} mm; allowed"
                    f" {m.allowed:.1f} mm"
                ),
                assumptions=_assumed(m),
                source=NDS,
            ),
            "stress_ratio": Worked(
                amount=m.stress_ratio,
                unit="",
                working=(
                    f"moment ÷ S {m.section.modulus / 1e3:.1f} cm³ ÷ {m.bending:.2f} MPa (wet, lasting load)"
                    f" = {m.stress_ratio:.2f}"
                ),
                assumptions=_assumed(m),
                source=NDS,
            ),
            "longest_mm": Worked(
                amount=m.longest,
                unit="mm",
                working=(
                    "the longest span with a bow of at most 10 mm or a two-hundredth, and a stress within"
                    f" bounds: {show(m.longest)}"
                ),
                assumptions=[ADVICE],
                source="10 mm and span/200: common practice",
            ),
        },
    )


def _assumed(m: Bent) -> list[str]:
    first = f"{m.species}: nothing is known of this wood" if m.assumed else m.species
    return [
        first,
        *([f"creep doubles the bow of wet timber (× {factor('creep'):g})"] if m.species != STEEL else []),
        ADVICE,
    ]


def _says(m: Bent, rule: float | None, seen: Seen) -> str:
    """The computed answer beside the rule of thumb, and why they differ."""
    show = seen.show.length
    if rule is None:
        return ""
    span, by_rule = m.case.span, m.case.span <= rule + 1
    if m.holds and by_rule:
        return "the rule of thumb agrees"
    if not m.holds and not by_rule:
        return f"the rule of thumb says the same: one every {show(rule)}"
    if m.holds:
        return (
            f"the rule of thumb wants one every {show(rule)}: it knows neither this depth of soil nor this"
            " wood"
        )
    return (
        f"the rule of thumb would allow {show(rule)}:"
        f" {'it does not know how deep the soil is' if span <= rule else ''}"
    )


def _posts(seen: Seen) -> PostStrength | None:
    found = seen.strength.posts
    if found is None:
        return None
    show = seen.show.length
    return PostStrength(
        spacing_mm=found.case.bay,
        moment_nm=found.moment / 1000,
        stress_ratio=found.stress_ratio,
        below_mm=found.case.below,
        wanted_mm=found.wanted,
        working={
            "moment_nm": Worked(
                amount=found.moment / 1000,
                unit="N·m",
                working=(
                    f"{show(found.case.bay)} of wall, {found.force:.0f} N in all: M = s·(K·γ·h³/6 + K·q·h²/2)"
                    f" = {found.moment / 1000:.0f} N·m"
                ),
                assumptions=["the post alone holds its share, as a cantilever", ADVICE],
                source="statics",
            ),
            "wanted_mm": Worked(
                amount=found.wanted,
                unit="mm",
                working=(
                    f"a pole held by the ground alone would want {show(found.wanted)}; your school gives"
                    f" {show(found.case.below)}"
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
        },
    )


def _curves(seen: Seen) -> list[BowCurve]:
    """Every side's outer face between its posts, bowed ten times as far as it will be."""
    curves = []
    for side in seen.assembly.outline.sides:
        along = [
            m
            for m in seen.strength.members
            if m.case.side == side.name and isinstance(m.case, WallAlong) and m.case.between != "studs"
        ]
        if along:
            worst = max(along, key=lambda m: m.bow)
            curves.append(
                BowCurve(
                    side=side.name,
                    bow_mm=worst.bow,
                    points=_curve(side, seen.assembly.post_marks(side.name), worst),
                )
            )
    return curves


def _curve(side: Side, marks: Sequence[float], worst: Bent) -> list[tuple[float, float]]:
    supports = marks if len(marks) > 1 else (0.0, side.length)
    points = []
    for a, b in pairwise(supports):
        # A shorter bay of the same board bows by the fourth power of its length.
        bow = worst.bow * min(1.0, ((b - a) / worst.case.span) ** 4) * DRAWN_TIMES
        points += [
            side.place(a + (b - a) * n / STEPS, -bow * sin(pi * n / STEPS), 0.0)[:2] for n in range(STEPS + 1)
        ]
    return [(round(x, 1), round(y, 1)) for x, y in points]


STRENGTH_CHECK = register(
    Chapter(
        key="strength_check",
        stage="shape",
        reads=("assembly", "layers", "design.loads"),
        work=lambda seen: check_strength(seen.assembly, seen.design.loads, seen.book, seen.layers[-1].top),
    )
)
STRENGTH = register(
    Chapter(
        key="strength",
        stage="shape",
        reads=("show", "assembly", "strength_check", "design.loads"),
        work=strength_of,
        model=StrengthPlan,
    )
)
