"""Choosing a construction: how each is offered, and changing from one to another."""

from acrebox.core.choosing.change import Changed, change_construction
from acrebox.core.choosing.offers import Offer, offers, starting_design

__all__ = ["Changed", "Offer", "change_construction", "offers", "starting_design"]
