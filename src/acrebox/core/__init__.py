"""The job itself: pure Python, no I/O beyond its own data files, no framework but Pydantic.

Importing any room of it registers every construction, so that a design is read alike everywhere.
"""

from acrebox.core import construction as construction
