"""Passphrases: what can be one, and the hashes that are kept of them."""

from dataclasses import dataclass
from functools import cache
from secrets import token_urlsafe
from threading import BoundedSemaphore
from unicodedata import normalize

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError
from zxcvbn import zxcvbn

from acrebox.core.errors import refuse
from acrebox.jobs.lanes import BusyError

HASHER = PasswordHasher()
"""Argon2id with the package's parameters, those of RFC 9106 for little memory."""
_HASHING = BoundedSemaphore(2)
HASH_WAIT_S = 5.0
LEAST = 12
"""How long a passphrase is at least [characters]."""
STRONG = 3
"""How hard it is to guess at least: by the package's scale of 0 to 4, more than 10^8 guesses."""
READ = 72
"""How much of a passphrase is looked at: more than the package reads takes it long."""
OURS = ("acre box", "acrebox", "raised bed")


@dataclass(frozen=True)
class Strength:
    """How good a passphrase is: how hard to guess, by the package's scale of 0 to 4; how many characters are
    missing; why it is easy, where the package says.
    """

    score: int
    missing: int
    why: str

    @property
    def taken(self) -> bool:
        """Whether it can be somebody's."""
        return not self.missing and self.score >= STRONG


def strength_of(passphrase: str, name: str) -> Strength:
    """How good it is against who knows the name of whose it is; one that is too short is easy to guess."""
    missing = max(0, LEAST - len(passphrase))
    if not passphrase:
        return Strength(0, missing, "")
    found = zxcvbn(passphrase[:READ], user_inputs=[*OURS, *name.split(), name])
    why = found["feedback"]["warning"].rstrip(".")
    return Strength(
        min(found["score"], 1) if missing else found["score"],
        missing,
        f"{why[0].lower()}{why[1:]}" if why else "",
    )


def check_passphrase(passphrase: str, name: str, field: str = "passphrase") -> None:
    """Raises DesignError where it cannot be the passphrase of somebody with that name."""
    found = strength_of(passphrase, name)
    if found.missing:
        says = "That is too short for a passphrase."
        raise refuse(field, f"{len(passphrase)} characters", says, f"at least {LEAST} characters")
    if not found.taken:
        says = f"That is too easy to guess{f': {found.why}' if found.why else ''}."
        raise refuse(field, "not shown", says, "a few words that have nothing in common")


def hash_passphrase(passphrase: str) -> str:
    """What is kept of a passphrase. Raises BusyError."""
    with _Hashing():
        return HASHER.hash(_spelled(passphrase))


def is_right(kept: str, passphrase: str) -> bool:
    """Whether it is the passphrase of which that is kept. Raises BusyError."""
    with _Hashing():
        try:
            return HASHER.verify(kept, _spelled(passphrase))
        except (VerificationError, InvalidHashError):
            return False


def is_old(kept: str) -> bool:
    """Whether a hash is made otherwise today."""
    return HASHER.check_needs_rehash(kept)


@cache
def hash_of_nobody() -> str:
    """The hash of what nobody has: who is not there takes as long to be refused as who is."""
    return HASHER.hash(token_urlsafe())


def _spelled(passphrase: str) -> str:
    """However a keyboard sends its accents (NIST SP 800-63B, 5.1.1.2)."""
    return normalize("NFKC", passphrase)


class _Hashing:
    """Within it few hash at once: each takes 64 MB."""

    def __enter__(self) -> None:
        if not _HASHING.acquire(timeout=HASH_WAIT_S):
            raise BusyError("So many sign in that this has to wait. Try again in a moment.")

    def __exit__(self, *_: object) -> None:
        _HASHING.release()
