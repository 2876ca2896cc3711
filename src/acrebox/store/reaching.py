"""Whether the database can be reached."""

from sqlalchemy import Engine, text
from sqlalchemy.exc import InterfaceError, OperationalError, TimeoutError

AWAY = (OperationalError, InterfaceError, TimeoutError)
"""What is raised when the database cannot be reached."""


def answers(engine: Engine) -> bool:
    """Whether the database answers."""
    try:
        with engine.connect() as connection:
            connection.execute(text("SELECT 1"))
    except AWAY:
        return False
    return True
