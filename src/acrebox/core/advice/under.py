"""What lies under a bed, as rules ask it."""

from acrebox.core.chapter import Seen
from acrebox.core.design import StandsOn


def open_below(seen: Seen) -> bool:
    """Whether the soil of a bed lies on the ground's own: no floor between, and nothing hard."""
    return seen.drains.floor is None and seen.design.site.stands_on is StandsOn.SOIL
