"""From where it is asked: which addresses are one house, and which are a proxy of ours."""

from ipaddress import IPv6Address, ip_address, ip_network

PROXIES = ("127.0.0.1", "::1")
"""Where a proxy is that is believed: on this machine. Whoever is on it is not told from it."""


def house_at(told: str) -> str:
    """The house of an address; of addresses of version 6, the network that one house has (RFC 6177)."""
    try:
        address = ip_address(told)
    except ValueError:
        return told
    if isinstance(address, IPv6Address):
        if address.ipv4_mapped:
            return str(address.ipv4_mapped)
        return told if told in PROXIES else str(ip_network(f"{address}/64", strict=False))
    return str(address)
