"""Watch-outs about what holds the walls: spans, posts, joins, ties, fixings, seats."""

from collections.abc import Iterator

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, Level, rule
from acrebox.core.chapter import Seen
from acrebox.core.construction.addons.ties import ties_by_rule
from acrebox.core.construction.corner_blocks import BETWEEN_BLOCKS
from acrebox.core.design import HARD
from acrebox.core.strength import STEEL, Bent, factor, heavier_words

CORNER_JOINTS = ("corner", "sleeper corner", "frame to frame", "board to post", "sleeper to post")


@rule(
    "bow",
    stage="shape",
    level="fix",
    field="construction.post_limit",
    why="Wet soil pushes a long wall outwards between its supports, and it stays bowed.",
)
def bow(seen: Seen) -> Iterator[Finding]:
    """The rule of thumb; only a note where it is missed by a third at most and the computed bow is within
    bounds, with that said.
    """
    show = seen.show
    worst = max(seen.assembly.spans, key=lambda s: s.length / s.rule, default=None)
    if worst is None:
        return
    if worst.length <= worst.rule + 1:
        return
    postless = worst.between == BETWEEN_BLOCKS
    here = [
        m
        for m in seen.strength.members
        if m.case.side == worst.side and (m.case.between == "studs") == (worst.between == "studs")
    ]
    limits = [m.case.limit_field for m in here if m.case.limit_field]
    fine = bool(here) and all(m.holds for m in here)
    # Ties hold a wall between its posts, too.
    held = max((m.case.span for m in here), default=worst.length)
    far = min(held, worst.length) > worst.rule * factor("missed") + 1
    bows = show.length(max((m.bow for m in here), default=0.0))
    beside = ""
    if fine:
        beside = f" Worked out for your soil it bows {bows}" + (
            ", but that is more than a third over what has been found to last." if far else ", within bounds."
        )
    yield Finding(
        f"{show.length(worst.length)} between {worst.between} on {worst.side}: by the rule of thumb"
        f" {worst.what} {show.length(worst.thickness)} thick want one every"
        f" {show.length(worst.rule)}.{beside}",
        (
            f"Hold them by posts, or take thicker {worst.what}."
            if postless
            else f"Set the limit between {worst.between} to {show.length(worst.rule)}, or take thicker"
            f" {worst.what}."
        ),
        level="note" if fine and not far else None,
        field="construction.held_by" if postless else limits[0] if limits else None,
    )


@rule(
    "will-bow",
    stage="shape",
    level="fix",
    field="construction.post_limit",
    why="Wet timber creeps: what bows in the first season stays bowed and goes on.",
    source="beams on their supports with NDS reference values (from memory); limits common practice",
)
def will_bow(seen: Seen) -> Iterator[Finding]:
    show = seen.show
    failing: dict[str, list[Bent]] = {}
    for m in seen.strength.members:
        if m.bow > m.allowed * limit("bow_noted") or m.stress_ratio > 1.0:
            failing.setdefault(m.case.what, []).append(m)
    for what, members in failing.items():
        worst = max(members, key=lambda m: m.use)
        bows = f"bows {show.length(worst.bow)} (seen from {show.length(worst.allowed)} on)"
        what_takes = "sheet steel" if worst.species == STEEL else "wet timber"
        stressed = f"is stressed to {worst.stress_ratio:.0%} of what {what_takes} takes"
        if worst.bow > worst.case.span / 4:
            bows = "has nothing behind it where it is joined, and hangs loose"
        over = stressed if worst.stress_ratio > max(1.0, worst.bow / worst.allowed) else bows
        far = "" if worst.holds else f"; it could span {show.length(worst.longest)}"
        yield Finding(
            f"The {what} of {worst.case.side}, {show.length(worst.case.span)} between"
            f" {worst.case.between}, {over}{far}.",
            "See the remedies under Will it hold."
            if not worst.holds
            else "It will be seen; nothing gives way."
            if worst.bow > worst.allowed
            else "It may be seen from close by.",
            field=worst.case.limit_field or None,
            level=_level(worst),
        )


def _level(worst: Bent) -> Level:
    """`stop` for what may fall, `fix` for what will be seen, else a note."""
    if worst.stress_ratio > limit("may_fall"):
        return "stop"
    return "note" if worst.holds else "fix"


@rule(
    "heavier-loads",
    stage="shape",
    level="note",
    field="loads",
    why="What soil weighs when it is full of water, and who leans on a wall, nobody knows beforehand.",
    source="push at rest (Jaky), wetter soil, people at the edge: the heavy end of common practice",
)
def heavier(seen: Seen) -> Iterator[Finding]:
    """What holds as it is planned, and would not with heavier assumptions; it changes no verdict."""
    check, heavy, show = seen.strength, seen.heavier, seen.show
    if not check.holds or heavy.holds:
        return
    bent = max((m for m in heavy.members if not m.holds), key=lambda m: m.use, default=None)
    said = f"the {bent.case.what} of {bent.case.side} bows {show.length(bent.bow)}" if bent else ""
    if bent is None and heavy.posts and not heavy.posts.holds:
        said = f"the posts of {heavy.posts.side} lean or bend"
    elif bent is None:
        said = "what holds it would not do so with the margin that is usual"
    yield Finding(
        f"It holds as it is planned. With {heavier_words(heavy, show)}, {said}.",
        "Nothing, where the soil drains and nobody stands on the edge; else see the second column under Will"
        " it hold.",
    )


@rule(
    "weak-posts",
    stage="shape",
    level="fix",
    field="construction.post",
    why="A post that is too slender bends with the wall, however deep it stands.",
    source="statics with NDS reference values (from memory)",
)
def weak_posts(seen: Seen) -> Iterator[Finding]:
    posts = seen.strength.posts
    if posts and posts.stress_ratio > 1.0:
        housed = (
            f", where a housing leaves {seen.show.length(posts.left)} of it"
            if posts.left < posts.depth - 1
            else ""
        )
        yield Finding(
            f"A post of {posts.side} that {seen.show.length(posts.bay)} of wall lean on is stressed to"
            f" {posts.stress_ratio:.0%} of what wet timber takes{housed}.",
            "Set posts closer, take thicker ones, or tie the long sides.",
            level="stop" if posts.stress_ratio > limit("may_fall") else None,
        )


@rule(
    "unknown-wood",
    stage="shape",
    level="note",
    field="construction",
    why="A figure for unknown wood is a guess at the weak end, and is told as one.",
)
def unknown_wood(seen: Seen) -> Iterator[Finding]:
    guessed = sorted({m.case.stock for m in seen.strength.members if m.assumed})
    if guessed:
        yield Finding(
            f"Nothing is known of the wood of {len(guessed)} stock: {', '.join(guessed)}.",
            "Say what wood it is under Will it hold, or keep its spans short.",
        )


@rule(
    "post-shallow",
    stage="shape",
    level="fix",
    field="construction.post_depth",
    why="A post that is too short in the ground leans out with the wall when the soil is wet.",
)
def post_shallow(seen: Seen) -> Iterator[Finding]:
    """By what leans on the posts; where the wall holds without them, no depth is too little."""
    stance, show, posts = seen.assembly.stance, seen.show, seen.strength.posts
    if stance is None:
        return
    if stance.below == 0:
        low = seen.assembly.wall_top <= limit("low_wall_without_posts", seen.show.built)
        holds = all(m.holds for m in seen.strength.members)
        beside = " Worked out for your soil it holds from corner to corner." if holds else ""
        yield Finding(
            f"The posts do not go into the ground; the wall of {show.length(seen.assembly.wall_top)} stands"
            f" by its corners alone.{beside}",
            (
                f"Keep the corners rigid ({_corner_screws(seen)}) and tie long sides."
                if low or holds
                else "Tie the long sides, take thicker boards, or keep the wall low."
                if seen.design.site.stands_on in HARD
                else "Set the posts in the ground, or keep the wall low."
            ),
            level="note" if low or holds else "fix",
        )
    elif posts and not posts.deep_enough:
        # By how much a hole is dug deeper or less deep than was said.
        nearly = limit("post_nearly", seen.show.built)
        yield Finding(
            f"A post of {posts.side} stands {show.length(posts.below)} in the ground, and"
            f" {seen.show.force(posts.force)} lean on it: it wants {show.length(posts.wanted)}.",
            "Set them deeper or closer, or tie the long sides.",
            level="stop" if posts.tips else "note" if posts.below >= posts.wanted - nearly else None,
        )


def _corner_screws(seen: Seen) -> str:
    """How many screws hold a corner of each course, as they are planned."""
    each = [f for f in seen.fixings if f.kind in CORNER_JOINTS]
    if not each:
        return "every screw in"
    most = max(each, key=lambda f: f.count)
    return f"{most.each_words} screws at each end of every {seen.assembly.wall[0].what}"


@rule(
    "join-without-post",
    stage="shape",
    level="fix",
    field="construction.held_by",
    why="Two timbers that only meet end to end are a hinge; soil opens it.",
)
def join_without_post(seen: Seen) -> Iterator[Finding]:
    loose = seen.assembly.facts.get("sides_joined_loose")
    if loose:
        yield Finding(
            f"{loose.amount:.0f} sides ({loose.working}) are joined along their run with no post behind the"
            " join.",
            "Hold them by posts, or keep every side within one timber.",
        )


@rule(
    "untied",
    stage="shape",
    level="fix",
    field="add_ons",
    why="A tall, long wall leans out in its middle even where each board is stiff enough.",
)
def untied(seen: Seen) -> Iterator[Finding]:
    bed, add = seen.assembly, seen.design.add_ons
    strapped = add.straps is not None and add.straps.way == "across"
    if bed.wall_top < limit("tall_wall", seen.show.built) or add.ties or strapped:
        return
    if all(m.holds for m in seen.strength.members):
        return  # it holds without
    standing = bed.stance is not None and bed.stance.below > 0
    long = [s for s in bed.outline.sides if ties_by_rule(s.length, seen.show.built)]
    if long and not standing:
        worst = max(long, key=lambda s: s.length)
        count = ties_by_rule(worst.length, seen.show.built)
        yield Finding(
            f"{worst.name.capitalize()} is {seen.show.length(worst.length)} long and"
            f" {seen.show.length(bed.wall_top)} high, with no post in the ground and no tie.",
            f"Add {count} cross tie{'s' if count > 1 else ''} or straps across"
            f"{'.' if seen.design.site.stands_on in HARD else ', or set posts in the ground.'}",
        )


@rule(
    "fixing-short",
    stage="shape",
    level="fix",
    field="construction",
    why="A fixing holds by its bite in the second timber; with too little it pulls out.",
)
def fixing_short(seen: Seen) -> Iterator[Finding]:
    for fixed in seen.fixings:
        if fixed.trouble == "short":
            yield Finding(
                f"{fixed.kind}: the longest fixing that fits bites {seen.show.length(max(0.0, fixed.bite))}"
                f" after passing {seen.show.length(fixed.through)}.",
                "Counterbore the head, use coach bolts, or take a thinner first timber.",
            )


@rule(
    "fixing-pokes",
    stage="shape",
    level="fix",
    field="construction",
    why="A point that comes out tears hands, liner and roots.",
)
def fixing_pokes(seen: Seen) -> Iterator[Finding]:
    for fixed in seen.fixings:
        if fixed.trouble == "pokes out":
            yield Finding(
                f"{fixed.kind}: a {seen.show.length(fixed.screw.length.mm)} fixing goes through"
                f" {seen.show.thin(fixed.through)} and {seen.show.length(fixed.into)} and comes out.",
                "Clip or file the points, or use shorter fixings at an angle.",
            )


@rule(
    "pilot-hole",
    stage="shape",
    level="note",
    field="construction",
    why="Hard timber snaps a screw that has no hole before it.",
)
def pilot_hole(seen: Seen) -> Iterator[Finding]:
    hard = [f for f in seen.fixings if f.hard]
    if hard:
        drills = ", ".join(sorted({seen.show.drill(f.screw.pilot.mm) for f in hard}))
        yield Finding(
            f"The timber is hard: {sum(f.count for f in hard)} fixings want a pilot hole ({drills}).",
            "Drill every one, and wax the screws.",
        )


@rule(
    "open-end",
    stage="shape",
    level="fix",
    field="construction.open_end",
    why="What is open cannot hold; filled with an end open, walls that only hold each other fold out.",
)
def open_end(seen: Seen) -> Iterator[Finding]:
    leaning = seen.assembly.facts.get("sides_leaning_on_the_open_end")
    if leaning:
        yield Finding(
            f"An end is to stay open, but the other {leaning.amount:.0f} sides stand only by being closed.",
            f"Close it first{'.' if seen.design.site.stands_on in HARD else ', or set posts in the ground.'}",
        )


@rule(
    "hatch-reach",
    stage="shape",
    level="note",
    field="construction.hung.hatch",
    why="What is behind a panel has to be reached some day.",
)
def hatch_reach(seen: Seen) -> Iterator[Finding]:
    hatch = seen.assembly.facts.get("hatch")
    if hatch:
        yield Finding(
            f"The hatch of {seen.show.length(hatch.amount)} lies behind the bed, clear of every ledger post.",
            "Screw the sleepers in front of it, never glue them, and keep what must be reached above the"
            " soil.",
        )
