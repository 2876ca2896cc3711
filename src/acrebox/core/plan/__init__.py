"""The Plan: what to buy, how to cut it, what to check; each figure with its working."""

from acrebox.core.plan.build import plan_bed, plan_document
from acrebox.core.plan.model import Plan

__all__ = ["Plan", "plan_bed", "plan_document"]
