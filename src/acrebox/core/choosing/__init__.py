"""Choosing a construction: how each is offered, and changing from one to another."""

from acrebox.core.choosing.change import Changed, change_construction
from acrebox.core.choosing.halves import other_half
from acrebox.core.choosing.offers import KindRow, Offer, add_offer, forget_offer, offers, starting_design

__all__ = [
    "Changed",
    "KindRow",
    "Offer",
    "add_offer",
    "change_construction",
    "forget_offer",
    "offers",
    "other_half",
    "starting_design",
]
