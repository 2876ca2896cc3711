"""`python -m acrebox.serve`, as `bin/start` calls it."""

import gc
import sys

gc.disable()  # nothing of what is read in here is ever given back
from acrebox.serve.run import main  # noqa: E402

gc.enable()
if __name__ == "__main__":
    sys.exit(main())
