"""Add-ons: builders that take an Assembly of any construction and give it back with more parts. One file
each, one registry.
"""

from acrebox.core.construction.addons.cap import add_cap
from acrebox.core.construction.addons.hoops import add_hoops
from acrebox.core.construction.addons.registry import add_ons, register
from acrebox.core.construction.addons.seats import add_seats
from acrebox.core.construction.addons.straps import add_straps
from acrebox.core.construction.addons.ties import add_ties
from acrebox.core.construction.addons.trellis import add_trellis

register("ties", add_ties)
register("straps", add_straps)
register("seats", add_seats)
register("trellis", add_trellis)
register("hoops", add_hoops)
register("cap", add_cap)

__all__ = ["add_ons", "register"]
