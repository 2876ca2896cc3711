"""The whole Plan of a bed or of a yard's beds: all its chapters, and what a hair would change."""

from functools import cache
from typing import Any

from pydantic import BaseModel, create_model

from acrebox.core.design import Design, read_design
from acrebox.core.fits.fits import fits
from acrebox.core.fits.rows import Fit
from acrebox.core.plan import plan_bed, plan_model
from acrebox.core.plan.yard import around, plan_beds
from acrebox.core.yard import LONE, Yard, check_yard, read_yard


def whole_document(data: Any, effort: float = 1.0, yard: Yard = LONE) -> dict[str, Any]:
    """The whole Plan of a design given as plain JSON values, as plain JSON values.

    Raises DesignError naming every field at fault.
    """
    design = read_design(data, yard.units)
    return {**plan_bed(design, yard, effort).document(), "fits": _fits(design, yard)}


def whole_yard(data: Any, effort: float = 1.0) -> dict[str, Any]:
    """The whole Plans of a Yard document and what they come to bed by bed, as plain JSON values.

    Raises DesignError naming every field at fault.
    """
    yard = check_yard(read_yard(data))
    plans = list(plan_beds(yard, effort))
    beds = [{**plan.document(), "fits": _fits(plan.asked, plan.yard)} for plan in plans]
    return {**around(yard, plans), "beds": beds}


def _fits(design: Design, yard: Yard) -> list[dict[str, Any]]:
    return [fit.model_dump(mode="json") for fit in fits(design, yard)]


@cache
def whole_model() -> type[BaseModel]:
    """The whole Plan as a published contract."""
    return create_model("Plan", __base__=plan_model(), fits=(list[Fit], ...))
