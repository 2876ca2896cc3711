"""What a hair would change: small changes of a size that save something."""

from acrebox.core.fits.fits import fits
from acrebox.core.fits.rows import Fit, Saves

__all__ = ["Fit", "Saves", "fits"]
