"""Concrete round posts that are set in it, by the bag."""

from collections.abc import Sequence
from math import ceil

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
    holes = [Pit(_middle(p), below, p.solid.width * p.solid.thickness) for p in dug]
    count, whole = pits_hold(holes, wide)
    litres, each = whole / 1e6, pits_hold(holes[:1], wide)[1] / 1e6
    bags = ceil(litres / sold.yield_l - 1e-9)
    meet = f"; {count} holes where they meet: {show.volume(litres)}" if count < len(dug) else ""
    working = (
        f"{len(dug)} holes {show.length(wide)} wide and {show.length(below)} deep less the posts ="
        f" {len(dug)} × {show.volume(each)}{meet}, at {show.pack(sold.yield_l)} a bag"
    )
    return (Good(key="concrete", what="post concrete", count=bags, unit=sold.unit, working=working),)


def _middle(post: Part) -> Point2:
    (x0, y0, _), (x1, y1, _) = post.body.bounds
    return (x0 + x1) / 2, (y0 + y1) / 2
