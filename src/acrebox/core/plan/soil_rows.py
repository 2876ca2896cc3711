"""The rows of what is done with the soil besides laying and buying it: tipping, feeding, topping up."""

from acrebox.core.plan.rows import Amount, Figures, OrderRow, Row


class TippingRow(Figures):
    """How the fill is tipped in: whether an end stays open for the barrow, in words; barrow loads and how
    long they take [min], what all of it weighs as it is brought [kg], what is done after what.
    """

    open_end: bool
    says: str
    loads: int
    minutes: Amount
    brought_kg: Amount
    order: list[OrderRow]


class RatioRow(Row):
    """C:N of a layer by its dry matter; nothing where it has no nitrogen. `at` as of the layer."""

    at: int | None
    name: str
    ratio: Amount | None


class FeedRow(Row):
    """So much of a feed [kg] gives the nitrogen; as scales show it."""

    name: str
    kg: Amount
    says: str


class NitrogenRow(Figures):
    """Nitrogen that fresh straw and wood take in their first year [g], what gives it, in words when; what
    mixed in instead brings them to a ratio that rots freely.
    """

    grams: Amount
    says: str
    ratios: list[RatioRow]
    feeds: list[FeedRow]
    when: list[OrderRow]
    instead: list[OrderRow]


class SunkYearRow(Row):
    """A year: how deep the fill still is [mm], what is left of it in place [L] and of its dry matter [kg],
    what of that has rotted, where least and where most is lost and nothing is added; what brings it back to
    its line each year, loose [L].
    """

    year: int
    depth_least_mm: Amount
    depth_most_mm: Amount
    left_least_l: Amount
    left_most_l: Amount
    dry_least_kg: Amount
    dry_most_kg: Amount
    rotted_least_kg: Amount
    rotted_most_kg: Amount
    top_up_least_l: Amount
    top_up_most_l: Amount


class SettlingRow(Figures):
    """How the fill sinks: in its first weeks, tipped in loose to its line [mm], and over the years; with what
    it is topped up.
    """

    full_mm: Amount
    first_weeks_mm: Amount
    topped_with: str
    says: str
    years: list[SunkYearRow]
