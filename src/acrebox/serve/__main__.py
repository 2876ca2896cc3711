"""`python -m acrebox.serve`, as `bin/start` calls it."""

import sys

from acrebox.serve.run import main

if __name__ == "__main__":
    sys.exit(main())
