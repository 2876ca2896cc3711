"""Fixings, worked out from the joints: kind, length, count, spacing, pilot, bite."""

from acrebox.core.fixing.choose import Fixed, fixed_worked, fixings, fixings_of
from acrebox.core.fixing.rules import FixingRule, fixing_rules

__all__ = ["Fixed", "FixingRule", "fixed_worked", "fixing_rules", "fixings", "fixings_of"]
