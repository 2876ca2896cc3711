"""Where the bed stands, as far as the stages built so far ask."""

from enum import StrEnum

from acrebox.core.design.base import Choice


class Reach(StrEnum):
    """From where the gardener can work the bed."""

    TWO_SIDES = "two_sides"
    ONE_SIDE = "one_side"


class Site(Choice):
    """Where the bed stands."""

    reach: Reach = Reach.TWO_SIDES
