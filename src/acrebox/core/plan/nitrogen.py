"""Nitrogen: what fresh straw and wood take while they rot, and what gives it to them."""

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.fill.layers import NOT_CHOSEN
from acrebox.core.fill.limits import fill_limit
from acrebox.core.fill.nitrogen import Feed, Tied, feeds, litres_to_balance, ratio_of, tied_up
from acrebox.core.measure.printing import Printer, named
from acrebox.core.plan.rows import OrderRow
from acrebox.core.plan.soil_rows import FeedRow, NitrogenRow, RatioRow
from acrebox.core.worked import COMMON_PRACTICE, Worked

RICHER = "manure"


def nitrogen_of(seen: Seen) -> NitrogenRow:
    """What is tied up, as published."""
    tied, show = tied_up(seen.layers), seen.show
    grams = sum(t.grams for t in tied)
    wanted = grams >= fill_limit("told_from")
    return NitrogenRow(
        grams=grams,
        says=show.weighed(grams / 1000),
        ratios=[
            RatioRow(at=None if x.at == NOT_CHOSEN else x.at, name=x.name, ratio=ratio_of(x))
            for x in seen.layers
        ],
        feeds=[_fed(f, grams / 1000 / f.nitrogen, show) for f in feeds()] if wanted else [],
        when=[OrderRow(words=w) for w in _when()] if wanted else [],
        instead=[OrderRow(words=w) for t in tied if (w := _instead(t, seen))] if wanted else [],
        working={"grams": _worked(tied, grams, seen)},
    )


def _fed(feed: Feed, kg: float, show: Printer) -> FeedRow:
    return FeedRow(name=feed.name, kg=kg, says=f"{show.weighed(kg)} of {feed.name}")


def _when() -> tuple[str, str]:
    later = f"{fill_limit('weeks_later'):g}"
    return (
        "Half of it strewn over the straw or wood as it goes in, and watered in.",
        f"The other half on the soil {later} weeks later, raked in and watered. Go by its label.",
    )


def _instead(tied: Tied, seen: Seen) -> str | None:
    """What mixed into it would do instead of a feed; of what lies in the bed for years, none."""
    by = seen.book.find_fill(RICHER)
    assert by is not None
    litres = litres_to_balance(tied, by)
    if litres is None or tied.rots < tied.dry / 4:
        return None
    return (
        f"{seen.show.volume(litres * by.loose_per_settled)} of {by.name} mixed into {tied.material.name}"
        f" brings it to {fill_limit('ratio'):g} : 1."
    )


def _worked(tied: list[Tied], grams: float, seen: Seen) -> Worked:
    show, ratio = seen.show, fill_limit("ratio")
    words = [
        f"{named(show.weighed_out(t.dry), t.material.name)} dry × {show.short(t.rots / t.dry * 100)} % of it"
        f" rots × ({show.short(t.material.carbon)} carbon ÷ {show.short(ratio)} −"
        f" {show.short(t.material.nitrogen, 5)} nitrogen)"
        for t in tied
    ]
    return Worked(
        amount=grams,
        unit="g",
        working=f"{' + '.join(words)} = {show.weighed_out(grams / 1000)}"
        if words
        else f"nothing in it rots faster than its own nitrogen lets it: {show.weighed_out(0)}",
        assumptions=[
            f"over {show.short(ratio)} : 1 it takes what it lacks from the soil",
            "what rots in the first year: the middle of what is usual",
        ],
        source=f"C:N of what rots: NRAES-54 (from memory); {COMMON_PRACTICE}",
    )


NITROGEN = register(
    Chapter(key="nitrogen", stage="fill", reads=("show", "layers"), work=nitrogen_of, model=NitrogenRow)
)
