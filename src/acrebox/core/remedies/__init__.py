"""What would mend what was seen: small changes of a design, each tried before it is offered."""

from acrebox.core.remedies.mends import Mend, mends
from acrebox.core.remedies.remedies import Remedy, remedies

__all__ = ["Mend", "Remedy", "mends", "remedies"]
