"""What crops use of water against short grass, and how much of what the soil holds they can take.

Source: FAO Irrigation and Drainage Paper 56, Tables 12 and 22.
"""

from functools import cache

from pydantic import BaseModel, ConfigDict

from acrebox.core.data import by_key, read_as

USUAL_KC = 1.0
USUAL_P = 0.4


class Crop(BaseModel):
    """A crop: Kc at its beginning, in its middle and at its end; p, the share of the soil's water that it can
    take before it suffers.
    """

    model_config = ConfigDict(frozen=True)

    key: str
    name: str
    beginning: float
    middle: float
    end: float
    p: float


@cache
def crops() -> dict[str, Crop]:
    """Every crop by its key."""
    return by_key(read_as(list[Crop], "wicking", "crops.toml", "crop"))


def kc_of(kc: float | None, crop: str | None) -> float:
    """What plants use against short grass: as told, else of the crop in its middle, when it uses most."""
    if kc is not None:
        return kc
    return crops()[crop].middle if crop else USUAL_KC


def p_of(crop: str | None) -> float:
    """The share of the soil's water that plants can take before they suffer."""
    return crops()[crop].p if crop else USUAL_P
