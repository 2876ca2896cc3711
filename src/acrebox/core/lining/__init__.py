"""What keeps the wood dry: for now which faces of the parts lie to the soil, the ground and the weather."""

from acrebox.core.lining.faces import exposed_faces

__all__ = ["exposed_faces"]
