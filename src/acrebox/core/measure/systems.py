"""The two systems of units."""

from enum import StrEnum


class System(StrEnum):
    """A system of units: that in which a bed is planned, and that in which it is shown."""

    METRIC = "metric"
    IMPERIAL = "imperial"
