"""Load case: the pull in a tie or strap, from the push on the wall that it holds."""

from dataclasses import dataclass

from acrebox.core.assembly import Pull
from acrebox.core.strength.registry import Loaded, checks


@dataclass(frozen=True)
class TieCheck:
    """Pull in one tie or strap [N], and what it comes from in words."""

    what: str
    pull: float
    words: str


@checks(Pull)
def check_pull(case: Pull, loaded: Loaded) -> TieCheck:
    """A share of the push on a length of wall, over all that hold it."""
    total = loaded.push.total(loaded.depth / 1000)
    words = case.words.format(push=total, length=case.length / 1000, count=case.count)
    return TieCheck(case.what, total * case.length * case.share / case.count, words)
