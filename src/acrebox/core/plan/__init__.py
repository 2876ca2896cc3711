"""The Plan: what to buy, how to cut it, what to check; each figure with its working."""

from acrebox.core.plan.build import plan_bed, plan_document
from acrebox.core.plan.model import Plan
from acrebox.core.plan.remedies import Remedy, remedies

__all__ = ["Plan", "Remedy", "plan_bed", "plan_document", "remedies"]
