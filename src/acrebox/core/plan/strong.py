"""The strength part of the Plan: members side by side with the rule of thumb, posts, ties, and the bow
drawn.
"""

from collections.abc import Callable
from math import inf

from acrebox.core.assembly import Joint
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.design import Loads
from acrebox.core.fill.layers import wet_weight
from acrebox.core.fixing.choose import SEAM, Fixed, fixings_of
from acrebox.core.plan.strength_rows import (
    BowCurve,
    FloorStrength,
    HeavierPlan,
    HoopStrength,
    LaidStrength,
    MemberStrength,
    PostStrength,
    SeatRow,
    SeatStrength,
    StrengthPlan,
    TieStrength,
)
from acrebox.core.strength import (
    Bent,
    HoopCheck,
    LaidCheck,
    Screws,
    ScrewsOf,
    SeatCheck,
    StrengthCheck,
    check_strength,
    heavier_loads,
    heavier_words,
    same_member,
)
from acrebox.core.strength.bending import bent_worked
from acrebox.core.strength.carried import Carried, CarriedRow
from acrebox.core.strength.curve import bow_curve
from acrebox.core.strength.floor import FloorCheck, floor_worked
from acrebox.core.strength.hoop import hoop_worked, seam_worked
from acrebox.core.strength.laid import laid_words, laid_worked
from acrebox.core.strength.posts import post_worked
from acrebox.core.strength.seats import seat_worked
from acrebox.core.strength.soil import push_worked
from acrebox.core.strength.thumb import beside_the_rule, rule_for
from acrebox.core.worked import Worked


def strength_of(seen: Seen) -> StrengthPlan:
    """Every member, the posts and the ties, with their working."""
    check, loads = seen.strength, seen.design.loads
    push = push_worked(check.push, check.depth, loads, seen.show)
    return StrengthPlan(
        push_kpa=push.amount,
        school=loads.school,
        heavier=_heavier(seen),
        holds=check.holds and not any(f.trouble == "short" for f in seen.fixings),
        members=[_member(m, seen) for m in check.members],
        posts=_posts(seen),
        ties=[
            TieStrength(
                what=t.what,
                pull_n=t.pull,
                takes_n=t.takes,
                words=t.words(seen.show),
                heavier_pull_n=max((h.pull for h in seen.heavier.ties if h.what == t.what), default=None),
            )
            for t in check.ties
        ],
        hoops=[_hoop(h, seen) for h in check.hoops],
        laid=[_laid(x, seen) for x in check.laid],
        seats=[_seat(s, seen) for s in check.seats],
        floors=[_floor(f, seen) for f in check.floors],
        curves=_curves(seen),
        working={"push_kpa": push},
    )


def _heavier(seen: Seen) -> HeavierPlan:
    """What the second column rests on."""
    heavier, check, show = seen.heavier, seen.strength, seen.show
    loads = heavier_loads(seen.assembly, seen.design.loads, check.push.unit_weight)
    push = push_worked(heavier.push, heavier.depth, loads, show)
    return HeavierPlan(
        says=heavier_words(heavier, show),
        push_kpa=push.amount,
        holds=heavier.holds,
        working={"push_kpa": push},
    )


def _member(m: Bent, seen: Seen) -> MemberStrength:
    case, rule = m.case, rule_for(m, seen.assembly.spans)
    heavier = same_member(m, seen.heavier)
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
        says=beside_the_rule(m, rule, seen.show),
        heavier_bow_mm=heavier.bow if heavier else None,
        heavier_stress_ratio=heavier.stress_ratio if heavier else None,
        working=bent_worked(m, seen.show),
    )


def screws_of(seen: Seen) -> ScrewsOf:
    """What screws hold a joint, of the fixings chosen for all of a bed: the weakest that joints of its kind
    and thickness have.
    """
    alike: dict[tuple[str, float], list[Fixed]] = {}
    for fixed in seen.fixings:
        alike.setdefault((fixed.kind, round(fixed.through, 1)), []).append(fixed)

    def screws(joint: Joint) -> Screws:
        found = alike.get((joint.kind, round(joint.through, 1)), [])
        if not found:
            return Screws(0, 0.0, 0.0)
        weakest = min(found, key=lambda f: (f.screw.diameter.mm, f.bite))
        bite = max(0.0, min(weakest.bite, joint.into))
        return Screws(fixings_of(joint, seen.show.built), weakest.screw.diameter.mm, bite)

    return screws


def seam_count(seen: Seen, wanted: int) -> int:
    """How many screws a seam has, as they are spaced; as many as are wanted where there is no such joint."""
    return max((f.mix[-1][0] for f in seen.fixings if f.kind == SEAM), default=wanted)


def _hoop(found: HoopCheck, seen: Seen) -> HoopStrength:
    screws = seam_count(seen, found.screws)
    return HoopStrength(
        tension_n_per_m=found.tension * 1000,
        seam_n=found.seam,
        screws=screws,
        lowest_n=found.lowest,
        takes_n=found.takes,
        holds=found.holds,
        heavier_lowest_n=max((h.lowest for h in seen.heavier.hoops), default=None),
        working={
            "tension_n_per_m": hoop_worked(found, seen.show),
            "screws": seam_worked(found, screws, seen.show),
        },
    )


def _laid(found: LaidCheck, seen: Seen) -> LaidStrength:
    worked = laid_worked(found, seen.show)
    times = [min(h.slide, h.tip) for h in seen.heavier.laid if h.case.side == found.case.side]
    return LaidStrength(
        side=found.case.side,
        course=found.course,
        slide=found.slide if found.slide < inf else None,
        tip=found.tip if found.tip < inf else None,
        holds=found.holds,
        says=laid_words(found, seen.show),
        heavier_times=min((t for t in times if t < inf), default=None),
        working={"slide": worked, "tip": worked},
    )


def _seat(found: SeatCheck, seen: Seen) -> SeatStrength:
    return SeatStrength(
        side=found.case.side,
        holds=found.holds,
        says=found.says,
        rows=_carried(found, lambda row: seat_worked(row, found, seen.show)),
    )


def _floor(found: FloorCheck, seen: Seen) -> FloorStrength:
    return FloorStrength(
        pressure_kpa=found.pressure,
        holds=found.holds,
        says=found.says,
        rows=_carried(found, lambda row: floor_worked(row, found, seen.show)),
        working={},
    )


def _carried(found: Carried, worked: Callable[[CarriedRow], Worked]) -> list[SeatRow]:
    return [
        SeatRow(
            what=row.what,
            ratio=row.ratio if row.takes else None,
            holds=row.holds,
            working={"ratio": worked(row)},
        )
        for row in found.rows
    ]


def _posts(seen: Seen) -> PostStrength | None:
    found, heavier = seen.strength.posts, seen.heavier.posts
    if found is None:
        return None
    return PostStrength(
        spacing_mm=found.bay,
        moment_nm=found.moment / 1000,
        stress_ratio=found.stress_ratio,
        below_mm=found.below,
        wanted_mm=found.wanted,
        force_n=found.force,
        side=found.side,
        alone=found.alone,
        holds=found.holds,
        heavier_stress_ratio=heavier.stress_ratio if heavier else None,
        heavier_wanted_mm=heavier.wanted if heavier else None,
        working=post_worked(found, seen.show),
    )


def _curves(seen: Seen) -> list[BowCurve]:
    """Every side's outer face between its posts, bowed as the worst of its members."""
    curves = []
    for side in seen.assembly.outline.sides:
        found = next((s for s in seen.strength.sides if s.wall.side == side.name), None)
        if found:
            bow, points = bow_curve(side, found)
            curves.append(BowCurve(side=side.name, bow_mm=bow, points=points))
    return curves


def _checked(seen: Seen, loads: Loads) -> StrengthCheck:
    return check_strength(
        seen.assembly,
        loads,
        seen.book,
        seen.layers[-1].top - seen.assembly.foot,
        wet_weight(seen.layers),
        screws_of(seen),
    )


def _checked_heavier(seen: Seen) -> StrengthCheck:
    loads = seen.design.loads
    return _checked(seen, heavier_loads(seen.assembly, loads, wet_weight(seen.layers)))


CHECKED_FROM = ("show", "assembly", "layers", "fixed", "design.loads")
STRENGTH_CHECK = register(
    Chapter(
        key="strength_check",
        stage="shape",
        reads=CHECKED_FROM,
        work=lambda seen: _checked(seen, seen.design.loads),
    )
)
HEAVIER_CHECK = register(
    Chapter(key="heavier_check", stage="shape", reads=CHECKED_FROM, work=_checked_heavier)
)
STRENGTH = register(
    Chapter(
        key="strength",
        stage="shape",
        reads=("show", "assembly", "strength_check", "heavier_check", "fixed", "design.loads"),
        work=strength_of,
        model=StrengthPlan,
    )
)
