"""How often somebody may try to sign in: nobody is locked out by the tries of others.

Counted are tries that were wrong: under one name from one address, from one address, and under one name from
anywhere, which only makes the next one wait, half a minute at the longest. A browser that signed in to the
account before is counted by itself alone (device cookies, as OWASP describes them).
"""

from dataclasses import dataclass
from datetime import datetime

from fastapi import HTTPException, Request
from limits import RateLimitItem, parse
from limits.strategies import FixedWindowRateLimiter

from acrebox.api.addresses import house_at
from acrebox.store import Rates

BY_NAME, BY_ADDRESS = parse("10/15 minutes"), parse("40/15 minutes")
"""How often somebody may be wrong under one name from one address, and from one address."""
FREE = 10
"""How many wrong tries under one name, from anywhere, nobody waits for."""
COUNTED_S = 900
LONGEST_S = 30
"""How long the next try under a name waits at the longest [s]."""


def address_of(request: Request) -> str:
    """From which house a request comes."""
    return house_at(request.client.host if request.client else "nobody")


def count(request: Request, limit: RateLimitItem, *what: str) -> None:
    """Raises HTTPException where something was done too often."""
    limiter = FixedWindowRateLimiter(Rates(request.app.state.engine))
    if not limiter.hit(limit, *what):
        _hold(limiter.get_window_stats(limit, *what).reset_time)


@dataclass(frozen=True)
class Tries:
    """Tries to sign in under a name, from an address, by a browser that is known to the account or none."""

    rates: Rates
    name: str
    address: str
    browser: str | None

    def check(self) -> None:
        """Raises HTTPException where one has to wait."""
        limiter = FixedWindowRateLimiter(self.rates)
        for limit, what in self._counts():
            if not limiter.test(limit, *what):
                _hold(limiter.get_window_stats(limit, *what).reset_time)
        if self.browser is None and self.rates.get(self._wait):
            _hold(self.rates.get_expiry(self._wait))

    def wrong(self) -> None:
        """Count a try that was wrong."""
        limiter = FixedWindowRateLimiter(self.rates)
        for limit, what in self._counts():
            limiter.hit(limit, *what)
        if self.browser is None:
            over = self.rates.incr(f"wrong/{self.name}", COUNTED_S) - FREE
            if over > 0:
                self.rates.clear(self._wait)
                self.rates.incr(self._wait, min(LONGEST_S, 2 ** min(over, 9)))

    def right(self) -> None:
        """Forget what was wrong before."""
        limiter = FixedWindowRateLimiter(self.rates)
        for limit, what in self._counts():
            if what[0] != "sign-in":
                limiter.clear(limit, *what)
        self.rates.clear(f"wrong/{self.name}")
        self.rates.clear(self._wait)

    @property
    def _wait(self) -> str:
        return f"wait/{self.name}"

    def _counts(self) -> list[tuple[RateLimitItem, tuple[str, ...]]]:
        if self.browser is not None:
            return [(BY_NAME, ("browser", self.browser))]
        return [(BY_NAME, ("name", self.name, self.address)), (BY_ADDRESS, ("sign-in", self.address))]


def _hold(until: float) -> None:
    wait = max(1, round(until - datetime.now().timestamp()))
    when = f"{wait} s" if wait < 90 else f"{-(-wait // 60)} min"
    raise HTTPException(
        429, f"That was tried too often. Try again in {when}.", headers={"Retry-After": str(wait)}
    )
