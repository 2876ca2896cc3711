"""What every choice is: frozen, and closed to fields that nobody reads."""

from pydantic import BaseModel, ConfigDict

from acrebox.core.measure.written import Length


class Choice(BaseModel):
    """Something the gardener chose; never a result."""

    model_config = ConfigDict(frozen=True, extra="forbid")


class MeasuredStick(Choice):
    """What a stick really measures, when it differs from the catalogue."""

    thickness: Length | None = None
    width: Length | None = None
