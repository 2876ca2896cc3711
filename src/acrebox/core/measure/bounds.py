"""How much of anything is read: bounds on whatever comes in, whoever sends it.

They are far beyond what any bed has, and keep what is read, kept and worked out to a size that is known.
"""

MOST_WRITTEN = 60
"""How long a quantity is written at most [characters]."""
MOST_TEXT = 1000
"""How long any text of a document is at most [characters]; names and notes have bounds of their own."""
MOST_ROWS = 2000
"""How many rows a list, or fields an object, has at most."""
MOST_DEEP = 20
"""How deep a document is nested at most."""
MOST_VALUES = 60_000
"""How many values a document has at most."""
MOST_NUMBER = 1e12
"""What no number goes beyond, either way."""
MOST_TOLD = 40
"""How many things that are wrong are told at once."""
