"""From where it is asked: which addresses are one house, and which are a proxy of ours."""

from collections.abc import Iterable
from ipaddress import IPv6Address, ip_address, ip_network

HERE = ("127.0.0.1", "::1")
"""This machine, on which a proxy is believed. Whoever is on it is not told from it."""
_believed = set(HERE)


def believe(proxies: Iterable[str]) -> None:
    """Have proxies at these addresses, besides, be believed by this process."""
    _believed.update(proxies)


def is_proxy(address: str) -> bool:
    """Whether a proxy there is believed."""
    return address in _believed


def house_at(told: str) -> str:
    """The house of an address; of addresses of version 6, the network that one house has (RFC 6177)."""
    try:
        address = ip_address(told)
    except ValueError:
        return told
    if isinstance(address, IPv6Address):
        if address.ipv4_mapped:
            return str(address.ipv4_mapped)
        return told if is_proxy(told) else str(ip_network(f"{address}/64", strict=False))
    return str(address)
