"""FastAPI routers: thin, no job arithmetic, no SQL."""
