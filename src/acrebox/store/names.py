"""Names of people: by which spelling each is known, and which look alike.

What looks like what is Unicode's own list (UTS #39, confusables), out of the package `confusable-homoglyphs`.
"""

from functools import lru_cache
from unicodedata import category, normalize

from confusable_homoglyphs import confusables

UNSEEN = ("Cc", "Cf", "Co", "Cs", "Cn", "Zl", "Zp")
"""Kinds of characters that nobody sees, or that everybody sees otherwise."""


def known_as(name: str) -> str:
    """By which a name is known, however it is spelled and however a keyboard sends its accents."""
    return normalize("NFC", normalize("NFC", " ".join(name.split())).casefold())


def looks_as(name: str) -> str:
    """What a name looks like: the same for two that a reader takes for one."""
    seen = "".join(c for c in normalize("NFKD", name) if category(c) not in UNSEEN)
    return " ".join("".join(map(_plain, seen)).casefold().split())[:400]


@lru_cache(maxsize=4096)
def _plain(character: str) -> str:
    """The first of the plain letters and digits that a character is taken for; itself where there is none."""
    alike = _alike(character)
    further = [c for each in alike for c in _alike(each)]
    return min((c.casefold() for c in (*alike, *further)), default=character)


def _alike(character: str) -> list[str]:
    """The plain letters and digits that a character is taken for, itself among them."""
    found = confusables.is_confusable(character, greedy=True) or []
    every = (character, *(h["c"] for each in found for h in each["homoglyphs"]))
    return [c for c in every if len(c) == 1 and c.isascii() and c.isalnum()]


def odd_in(name: str) -> str | None:
    """What of a name nobody could read: a character that is not seen, or letters of two scripts that look
    alike; None where it is a name.
    """
    if any(category(c) in UNSEEN for c in name):
        return "a character that nobody sees"
    return "letters of two scripts that look alike" if confusables.is_dangerous(name) else None
