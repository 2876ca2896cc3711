"""Second factors: codes by the clock as RFC 6238 has them, each once; codes for whoever has lost it."""

from collections.abc import Callable
from pathlib import Path
from uuid import UUID

import pyotp
import pytest
from cryptography.fernet import Fernet
from sqlalchemy import Engine, text

from acrebox.store import AccountStore, SecondFactorStore, second_factor
from acrebox.store.second_factor import CODES, OtherKeyError, Used, key_in

KEY = Fernet(Fernet.generate_key())
RFC_SECRET = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ"
"""The bytes 12345678901234567890 of RFC 6238, appendix B, in base 32."""
RFC_CODES = {
    59: "94287082",
    1111111109: "07081804",
    1111111111: "14050471",
    1234567890: "89005924",
    2000000000: "69279037",
    20000000000: "65353130",
}
"""What that appendix has for SHA-1, eight digits each; six are the last six of them."""


@pytest.fixture
def account(engine: Engine) -> UUID:
    kept = AccountStore(engine)
    key = kept.invite_first()
    assert key
    return kept.join(key, "Hedda", "a hash").id


@pytest.fixture
def store(engine: Engine) -> SecondFactorStore:
    return SecondFactorStore(engine, KEY)


@pytest.fixture
def at(monkeypatch: pytest.MonkeyPatch) -> Callable[[float], None]:
    """Sets the clock."""
    return lambda now: monkeypatch.setattr(second_factor, "time", lambda: now)


def with_secret(engine: Engine, account: UUID, secret: str) -> None:
    sealed = KEY.encrypt(secret.encode()).decode()
    with engine.begin() as connection:
        put = text("INSERT INTO second_factor (account_id, sealed, since) VALUES (:a, :s, now())")
        connection.execute(put, {"a": account, "s": sealed})


@pytest.mark.parametrize("now", RFC_CODES)
def test_codes_are_those_of_the_standard(
    engine: Engine, account: UUID, store: SecondFactorStore, at: Callable[[float], None], now: int
) -> None:
    with_secret(engine, account, RFC_SECRET)
    at(now)
    assert store.use(account, RFC_CODES[now][2:]) is Used.CLOCK


def test_a_code_is_good_once_and_none_before_it_any_more(
    engine: Engine, account: UUID, store: SecondFactorStore, at: Callable[[float], None]
) -> None:
    with_secret(engine, account, RFC_SECRET)
    codes = pyotp.TOTP(RFC_SECRET)
    now = 1_700_000_010
    at(now)
    assert store.use(account, codes.at(now - 60)) is None, "older than a clock may be off"
    assert store.use(account, codes.at(now + 60)) is None
    assert store.use(account, codes.at(now)) is Used.CLOCK
    assert store.use(account, codes.at(now)) is None
    assert store.use(account, codes.at(now - 30)) is None, "one before it was seen on the way, perhaps"
    assert store.use(account, codes.at(now + 30)) is Used.CLOCK


def test_it_is_asked_for_from_the_first_code_on_and_recovery_codes_are_good_once(
    account: UUID, store: SecondFactorStore, at: Callable[[float], None]
) -> None:
    now = 1_700_000_000
    at(now)
    secret = store.begin(account)
    assert (store.of(account).since, store.use(account, pyotp.TOTP(secret).at(now))) == (None, None)
    assert store.confirm(account, "000000" if pyotp.TOTP(secret).at(now) != "000000" else "1") is None
    codes = store.confirm(account, pyotp.TOTP(secret).at(now))
    assert codes
    assert len(set(codes)) == CODES
    assert store.of(account).since
    # Begun again it stays as it is.
    store.begin(account)
    at(now + 30)
    assert store.use(account, pyotp.TOTP(secret).at(now + 30)) is Used.CLOCK
    first = f"  {codes[0].upper().replace('-', ' ')} "
    assert (store.use(account, first), store.use(account, first)) == (Used.RECOVERY, None)
    assert store.of(account).codes_left == CODES - 1
    fresh = store.renew(account)
    assert (store.use(account, codes[1]), store.use(account, fresh[1])) == (None, Used.RECOVERY)
    store.off(account)
    assert store.of(account) == second_factor.Factor(None, 0)
    assert store.use(account, fresh[2]) is None


def test_nothing_that_lies_in_the_database_tells_a_code(
    engine: Engine, account: UUID, store: SecondFactorStore, at: Callable[[float], None]
) -> None:
    at(1_700_000_000)
    secret = store.begin(account)
    codes = store.confirm(account, pyotp.TOTP(secret).at(1_700_000_000))
    assert codes
    with engine.connect() as connection:
        rows = [
            *connection.execute(text("SELECT * FROM second_factor")).all(),
            *connection.execute(text("SELECT * FROM recovery_code")).all(),
        ]
    said = str(rows)
    assert secret not in said
    assert not [code for code in codes if code in said or code.replace("-", "") in said]
    # Where the key is another, recovery codes are good yet.
    other = SecondFactorStore(engine, Fernet(Fernet.generate_key()))
    with pytest.raises(OtherKeyError):
        other.use(account, "123456")
    assert other.use(account, codes[0]) is Used.RECOVERY


def test_the_key_is_made_once_and_is_ours_alone(tmp_path: Path) -> None:
    file = tmp_path / "keys" / "one.key"
    sealed = key_in(file).encrypt(b"x")
    assert key_in(file).decrypt(sealed) == b"x"
    assert (file.stat().st_mode & 0o777, file.parent.stat().st_mode & 0o777) == (0o600, 0o700)
    assert [each.name for each in file.parent.iterdir()] == ["one.key"]
