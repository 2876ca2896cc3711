"""Which faces of a part lie to the soil, the ground and the weather, as areas to be lined or painted."""

from acrebox.core.assembly import Part, Role

SKINS = (Role.WALL, Role.SLEEPER, Role.STAVE, Role.SHEET)
OUTSIDE = (Role.CAP, Role.SEAT, Role.SEAT_RAIL, Role.BRACKET, Role.TRELLIS, Role.TOP_RAIL, Role.LEDGER_POST)


def exposed_faces(part: Part) -> dict[str, float]:
    """Areas [m²] by what they lie against: `soil`, `ground`, `weather`. Ends and hidden joints are left out.

    Walls: the inner face lies to the soil, the outer one to the weather, the bottom of the first course to the ground.
    Posts, rails, studs, ties and sleeves stand in the soil and, below it, in the ground.
    """
    solid = part.solid
    (_, _, low), (_, _, high) = solid.bounds
    face = solid.length * solid.width / 1e6
    if part.role in SKINS:
        on_ground = (
            solid.length * solid.thickness / 1e6 if abs(low) < 0.5 and part.role is not Role.STAVE else 0.0
        )
        on_ground = (
            solid.width * solid.thickness / 1e6 if part.role is Role.STAVE and abs(low) < 0.5 else on_ground
        )
        return {"soil": face, "ground": on_ground, "weather": face}
    around = 2 * solid.length * (solid.width + solid.thickness) / 1e6
    if part.role in OUTSIDE:
        return {"soil": 0.0, "ground": 0.0, "weather": around}
    below = max(0.0, -low) / max(high - low, 1e-9)
    return {"soil": around * (1 - below), "ground": around * below, "weather": 0.0}
