"""What every process that works is made from: everything read in once, the books opened.

Imported by the server of new processes alone. Nothing is solved here: solvers have threads, which do not
come along.
"""

import gc

gc.disable()  # nothing of what is read in here is ever given back
import acrebox.jobs.doing  # noqa: E402, F401
from acrebox.api.app import make_app  # noqa: E402
from acrebox.core.chapter import published  # noqa: E402
from acrebox.core.stages import stages, tick_kinds  # noqa: E402
from acrebox.core.stock import PRICE_LISTS, catalogue  # noqa: E402

make_app(None)
for name in PRICE_LISTS:
    catalogue(name)
published()
stages()
tick_kinds()
# What is there stays: the collector need not look through it in every process.
gc.collect()
gc.freeze()
gc.enable()
