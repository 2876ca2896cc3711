"""Every member that the soil bends, every post and tie: how much it takes, and what would be allowed."""

from collections.abc import Callable
from dataclasses import dataclass

from acrebox.core.assembly import Assembly, Member, Role
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.stock import Catalogue, Species
from acrebox.core.strength.beams import even_load, growing_load
from acrebox.core.strength.posts import embedment, post_moment
from acrebox.core.strength.sections import BendingSection, corrugated, rectangle
from acrebox.core.strength.soil import Push, push_of

# Common practice: a bow is seen past 10 mm, or a two-hundredth of the span.
MOST_BOW_MM, BOW_SHARE = 10.0, 200.0
# National Design Specification (from memory): permanent load, wet service in bending and stiffness. Wet timber creeps to twice its bow.
DURATION, WET_BENDING, WET_STIFFNESS, CREEP = 0.9, 0.85, 0.9, 2.0
STEEL_E_MPA, STEEL_FB_MPA = 200_000.0, 140.0
STEEL = "steel"
POSTS_IN_CONCRETE_MM = 250.0


@dataclass(frozen=True)
class Checked:
    """One member: the push on it [N/mm of its run], bow [mm] and what is allowed, stress ratio, longest span by both [mm]."""

    member: Member
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
        return self.bow <= self.allowed + 1e-9 and self.stress_ratio <= 1.0 + 1e-9


@dataclass(frozen=True)
class PostCheck:
    """The posts: how much wall each holds [mm], moment at the ground [N·mm], stress ratio, depth there is and wanted [mm]."""

    spacing: float
    moment: float
    stress_ratio: float
    below: float
    wanted: float
    force: float


@dataclass(frozen=True)
class TieCheck:
    """Pull in one tie or strap [N], and what it comes from in words."""

    what: str
    pull: float
    words: str


@dataclass(frozen=True)
class StrengthCheck:
    """All of a bed: the push and the depth of soil it was worked out for, members, posts, ties."""

    push: Push
    depth: float
    members: tuple[Checked, ...]
    posts: PostCheck | None
    ties: tuple[TieCheck, ...]


def check_strength(bed: Assembly, design: Design, book: Catalogue, fill_top: float) -> StrengthCheck:
    """Work out every member of a bed filled to `fill_top` [mm].

    Raises DesignError when a wood is named that nobody knows.
    """
    if design.loads.species is not None and book.find_species(design.loads.species) is None:
        raise refuse(
            "loads.species",
            design.loads.species,
            "No values are known for that wood.",
            ", ".join(s.key for s in book.species),
        )
    push = push_of(design.loads)
    members = tuple(_check(m, push, fill_top, design, book) for m in bed.members)
    return StrengthCheck(
        push, fill_top, members, _posts(bed, push, fill_top, design, book), _ties(bed, design, push, fill_top)
    )


def _wood(stock: str, design: Design, book: Catalogue) -> tuple[Species, bool]:
    """The wood a stock is taken for, and whether that is a guess at the weak end."""
    timber = book.find_timber(stock)
    key = design.loads.species or (timber.species if timber else "unknown")
    found = book.find_species(key)
    assert found is not None  # keys of the catalogue, or checked above
    return found, key == "unknown"


def _check(member: Member, push: Push, fill_top: float, design: Design, book: Catalogue) -> Checked:
    sheet = book.find_sheet(member.stock)
    if sheet is not None:
        section = corrugated(member.breadth, sheet.pitch.mm, sheet.depth.mm, sheet.steel.mm)
        name, assumed, stiffness, bending, creep = STEEL, False, STEEL_E_MPA, STEEL_FB_MPA, 1.0
    else:
        wood, assumed = _wood(member.stock, design, book)
        section = rectangle(member.breadth, member.depth)
        name, creep = wood.name, CREEP
        stiffness, bending = wood.e_mpa * WET_STIFFNESS, wood.fb_mpa * DURATION * WET_BENDING
    load, moment_share, bow_share = _load(member, push, fill_top)

    def bow(span: float) -> float:
        return creep * bow_share * load * span**4 / (stiffness * section.inertia)

    def ratio(span: float) -> float:
        return moment_share * load * span**2 / section.modulus / bending

    longest = _longest(bow, ratio)
    return Checked(
        member,
        name,
        assumed,
        load,
        section,
        stiffness,
        bending,
        bow(member.span),
        min(MOST_BOW_MM, member.span / BOW_SHARE),
        ratio(member.span),
        longest,
    )


def _load(member: Member, push: Push, fill_top: float) -> tuple[float, float, float]:
    """The greatest load [N/mm], and the shares of wL² and wL⁴/EI that it makes.

    Along a wall: the push at mid-height of what it holds, or a share of all of it; even over equal spans. Upright: what stands
    on the soil is even, the soil itself grows with depth; both greatest values are added, which is on the safe side.
    """
    depth = fill_top / 1000
    if member.runs == "along":
        if member.share is not None:
            load = push.total(depth) * member.share
        else:
            low, high = member.low / 1000, min(member.high, fill_top) / 1000
            load = push.at(depth - (low + high) / 2) * max(0.0, high - low)
        beam = even_load(member.spans)
        return load, beam.moment, beam.deflection
    even, grown = push.top * member.strip / 1000, push.slope * depth * member.strip / 1000
    one, growing = even_load(1), growing_load()
    load = even + grown
    if load <= 0:
        return 0.0, one.moment, one.deflection
    return (
        load,
        (even * one.moment + grown * growing.moment) / load,
        (even * one.deflection + grown * growing.deflection) / load,
    )


def _longest(bow: Callable[[float], float], ratio: Callable[[float], float]) -> float:
    """The longest span [mm] at which neither the bow nor the stress is over what is allowed."""
    low, high = 1.0, 20_000.0
    for _ in range(60):
        middle = (low + high) / 2
        good = bow(middle) <= min(MOST_BOW_MM, middle / BOW_SHARE) and ratio(middle) <= 1.0
        low, high = (middle, high) if good else (low, middle)
    return low


def _posts(bed: Assembly, push: Push, fill_top: float, design: Design, book: Catalogue) -> PostCheck | None:
    """The post that holds the most wall, as a pole in the ground."""
    posts = [p for p in bed.parts if p.role.is_post and p.role is not Role.LEDGER_POST]
    spans = [s for s in bed.spans if s.between == "posts"]
    bay = max((s.length for s in spans), default=0.0) or max(
        (m.span for m in bed.members if m.between == "posts"), default=0.0
    )
    if not posts or bed.footing is None or bed.footing.below <= 0 or not bay:
        return None
    post = posts[0]
    wood, _ = _wood(post.stock, design, book)
    moment = post_moment(bay, fill_top, push.top, push.slope)
    section = rectangle(post.solid.width, post.solid.thickness)
    force = push.total(fill_top / 1000) * bay
    width = POSTS_IN_CONCRETE_MM if design.construction.post_depth == "concrete" else post.solid.width
    wanted = embedment(force, moment / force if force else 0.0, width)
    return PostCheck(
        bay,
        moment,
        moment / section.modulus / (wood.fb_mpa * DURATION * WET_BENDING),
        bed.footing.below,
        wanted,
        force,
    )


def _ties(bed: Assembly, design: Design, push: Push, fill_top: float) -> tuple[TieCheck, ...]:
    """Pull in cross ties and straps: the push on the wall that each holds."""
    found = []
    total = push.total(fill_top / 1000)
    ties = [p for p in bed.parts if p.role is Role.TIE]
    if ties:
        side = max(bed.outline.sides, key=lambda s: s.length)
        count = max(1, sum(p.side == ties[0].side and not p.name.endswith("low") for p in ties))
        pitch = side.length / (count + 1)
        found.append(
            TieCheck(
                "cross tie", total * pitch / 3, f"a third of {total:.2f} kN/m × {pitch / 1000:.2f} m of wall"
            )
        )
    if design.add_ons.straps:
        across = min(bed.inner.size) / 2
        found.append(
            TieCheck(
                "strap",
                total * across / design.add_ons.straps.count,
                f"{total:.2f} kN/m × {across / 1000:.2f} m, half the width, ÷ {design.add_ons.straps.count}",
            )
        )
    return tuple(found)
