"""Strength, to advise and never to certify: what the soil pushes, how walls bow, what posts and ties take.

One file a load case; importing this package registers them.
"""

from acrebox.core.strength import along, hoop, laid, pull, seats, upright
from acrebox.core.strength.bending import STEEL, Bent
from acrebox.core.strength.check import StrengthCheck, check_strength
from acrebox.core.strength.factors import factor
from acrebox.core.strength.heavier import heavier_loads, heavier_words, same_member
from acrebox.core.strength.hoop import HoopCheck
from acrebox.core.strength.laid import LaidCheck
from acrebox.core.strength.posts import PostCheck
from acrebox.core.strength.pull import TieCheck
from acrebox.core.strength.registry import checks
from acrebox.core.strength.screws import Screws, ScrewsOf
from acrebox.core.strength.seats import SeatCheck
from acrebox.core.strength.sides import POST_LIMIT

__all__ = [
    "POST_LIMIT",
    "STEEL",
    "Bent",
    "HoopCheck",
    "LaidCheck",
    "PostCheck",
    "Screws",
    "ScrewsOf",
    "SeatCheck",
    "StrengthCheck",
    "TieCheck",
    "along",
    "check_strength",
    "checks",
    "factor",
    "heavier_loads",
    "heavier_words",
    "hoop",
    "laid",
    "pull",
    "same_member",
    "seats",
    "upright",
]
