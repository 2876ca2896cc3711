"""Strength, to advise and never to certify: what the soil pushes, how walls bow, what posts and ties take."""

from acrebox.core.strength.check import CREEP, Checked, PostCheck, StrengthCheck, TieCheck, check_strength

__all__ = ["CREEP", "Checked", "PostCheck", "StrengthCheck", "TieCheck", "check_strength"]
