"""Which faces of a part lie to the soil, the ground and the weather, as areas to be lined or painted."""

from acrebox.core.assembly import Part
from acrebox.core.shape.bodies import Box


def exposed_faces(part: Part) -> dict[str, float]:
    """Areas [m²] by what they lie against: `soil`, `ground`, `weather`. Ends and hidden joints are left out.

    Walls: the inner face lies to the soil, the outer one to the weather, the bottom of the first course
    to the ground. Posts, rails, studs, ties and sleeves stand in the soil and, below it, in the ground.
    Round and bent bodies are taken by the box they lie in.
    """
    box = part.solid
    low, high = part.body.bounds[0][2], part.body.bounds[1][2]
    if part.role.paints == "nothing":
        return {"soil": 0.0, "ground": 0.0, "weather": 0.0}
    if part.role.paints == "skin":
        face = box.length * box.width / 1e6
        on_ground = _underside(box) / 1e6 if abs(low) < 0.5 else 0.0
        return {"soil": face, "ground": on_ground, "weather": face}
    around = 2 * box.length * (box.width + box.thickness) / 1e6
    if part.role.paints == "outside":
        return {"soil": 0.0, "ground": 0.0, "weather": around}
    below = max(0.0, -low) / max(high - low, 1e-9)
    return {"soil": around * (1 - below), "ground": around * below, "weather": 0.0}


def _underside(box: Box) -> float:
    """The area [mm²] on which a wall's piece stands: its end where it is upright, else its edge."""
    return (box.width if abs(box.along[2]) > 0.5 else box.length) * box.thickness
