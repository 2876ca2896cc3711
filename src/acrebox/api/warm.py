"""What every process that works is made from: everything read in once, the books opened.

Imported by the server of new processes alone. Nothing is solved here: solvers have threads, which do not
come along.
"""

import gc

from acrebox.api.app import make_app
from acrebox.core.chapter import published
from acrebox.core.stages import stages, tick_kinds
from acrebox.core.stock import PRICE_LISTS, catalogue

make_app(None)
for name in PRICE_LISTS:
    catalogue(name)
published()
stages()
tick_kinds()
# What is there stays: the collector need not look through it in every process.
gc.collect()
gc.freeze()
