"""Geometry of the job: solids of parts, cavities that soil can fill."""
