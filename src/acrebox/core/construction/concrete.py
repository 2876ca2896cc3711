"""Concrete round posts that are set in it, by the bag."""

from collections.abc import Sequence
from math import ceil, pi

from acrebox.core.assembly import Good, Part, Stance
from acrebox.core.design import PostDepth
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.circles import Pit, pits_hold
from acrebox.core.shape.vector import Point2
from acrebox.core.stock import Catalogue


def concrete_for(
    posts: Sequence[Part],
    foot: Stance | None,
    school: PostDepth,
    book: Catalogue,
    show: Printer,
) -> tuple[Good, ...]:
    """The concrete round posts that are set in it: hole less post, so much a bag; holes that meet are one.

    Source: holes common practice, in `posts.toml`; what a bag sets to, in the list of goods.
    """
    dug = [p for p in posts if p.role.dug and p.stock]
    if school is not PostDepth.CONCRETE or not dug or foot is None or foot.below <= 0:
        return ()
    wide, below = foot.bears, foot.below
    sold = book.find_good("concrete")
    holes = [Pit(_middle(p), below, p.body.volume / p.solid.length) for p in dug]
    count, whole = pits_hold(holes, wide)
    litres, hole = whole / 1e6, pi / 4 * wide**2 * below / 1e6
    standing = sum(p.body.volume / p.solid.length for p in dug) * below / 1e6
    bags, fine = ceil(litres / sold.yield_l - 1e-9), show.fine_volume
    shared = len(dug) * hole - standing - litres
    many = f"{count} holes where they meet; " if count < len(dug) else ""
    meet = f" − {fine(shared)} where they meet" if count < len(dug) else ""
    working = (
        f"{many}a hole: π ÷ 4 × ({show.run(wide)})² × {show.run(below)}{show.to_cubic} = {fine(hole)};"
        f" {len(dug)} × {fine(hole)} − posts {fine(standing)}{meet} = {fine(litres)};"
        f" {fine(litres)} ÷ {show.pack(sold.yield_l)} a bag, rounded up = {bags}"
    )
    return (Good(key="concrete", what="post concrete", count=bags, unit=sold.unit, working=working),)


def _middle(post: Part) -> Point2:
    (x0, y0, _), (x1, y1, _) = post.body.bounds
    return (x0 + x1) / 2, (y0 + y1) / 2
