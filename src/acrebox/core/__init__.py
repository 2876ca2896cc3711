"""The job itself: pure Python, no I/O beyond its own data files, no framework but Pydantic."""
