"""The Plan: what to buy, how to cut it, what to check; each figure with its working. One chapter a room
of the job.

Importing this package registers the chapters, each after those it reads.
"""

from acrebox.core.plan.base import ASSEMBLY, LEVELLED, TAKEOFF
from acrebox.core.plan.head import HEAD, UNDERSTOOD

from acrebox.core.plan.drains import DRAINS  # isort: skip
from acrebox.core.plan.reservoir_of import KEPT_PIPES, RESERVOIR_OF  # isort: skip
from acrebox.core.plan.line import LINED, LINING  # isort: skip
from acrebox.core.plan.drain_goods import DRAIN_GOODS  # isort: skip
from acrebox.core.plan.drain import DRAINAGE  # isort: skip
from acrebox.core.plan.templates import TEMPLATES  # isort: skip
from acrebox.core.plan.line_goods import LINE_GOODS  # isort: skip
from acrebox.core.plan.fill import FILL, LAYERS, PURCHASES, SOIL  # isort: skip
from acrebox.core.plan.reservoir import RESERVOIR  # isort: skip
from acrebox.core.plan.shape import FIXED, FIXINGS, INSIDE, NOTES, OUTSIDE, PARTS  # isort: skip
from acrebox.core.plan.bench import CUTS, CUTTING, CUTTINGS, SAWN  # isort: skip
from acrebox.core.plan.buying import BUYING, GOODS  # isort: skip
from acrebox.core.plan.strong import HEAVIER_CHECK, STRENGTH, STRENGTH_CHECK  # isort: skip
from acrebox.core.plan.facts import FACTS  # isort: skip
from acrebox.core.plan.totals import TOTALS  # isort: skip
from acrebox.core.plan.level import GAUGE, GROUND, SETTING_OUT  # isort: skip
from acrebox.core.plan.site import CARRIED_THERE, LOAD, SITE, STANDING  # isort: skip
from acrebox.core.plan.settling import SETTLING  # isort: skip
from acrebox.core.plan.nitrogen import NITROGEN  # isort: skip
from acrebox.core.plan.tipping import TIPPING  # isort: skip
from acrebox.core.plan.drawn import DRAWINGS, SOLIDS  # isort: skip
from acrebox.core.plan.judged import TICKS, WATCH_OUTS  # isort: skip
from acrebox.core.plan.starts import STARTS  # isort: skip
from acrebox.core.plan.book import KEPT, Plan, open_plan, plan_bed, plan_document, plan_model

__all__ = [
    "ASSEMBLY",
    "BUYING",
    "CARRIED_THERE",
    "CUTS",
    "CUTTING",
    "CUTTINGS",
    "DRAINAGE",
    "DRAINS",
    "DRAIN_GOODS",
    "DRAWINGS",
    "FACTS",
    "FILL",
    "FIXED",
    "FIXINGS",
    "GAUGE",
    "GOODS",
    "GROUND",
    "HEAD",
    "HEAVIER_CHECK",
    "INSIDE",
    "KEPT",
    "KEPT_PIPES",
    "LAYERS",
    "LEVELLED",
    "LINED",
    "LINE_GOODS",
    "LINING",
    "LOAD",
    "NITROGEN",
    "NOTES",
    "OUTSIDE",
    "PARTS",
    "PURCHASES",
    "RESERVOIR",
    "RESERVOIR_OF",
    "SAWN",
    "SETTING_OUT",
    "SETTLING",
    "SITE",
    "SOIL",
    "SOLIDS",
    "STANDING",
    "STARTS",
    "STRENGTH",
    "STRENGTH_CHECK",
    "TAKEOFF",
    "TEMPLATES",
    "TICKS",
    "TIPPING",
    "TOTALS",
    "UNDERSTOOD",
    "WATCH_OUTS",
    "Plan",
    "open_plan",
    "plan_bed",
    "plan_document",
    "plan_model",
]
