"""`python -m acrebox`."""

import sys

from acrebox.cli import main

sys.exit(main())
