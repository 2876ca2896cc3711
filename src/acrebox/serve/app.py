"""The app of one process that answers, made from what the start decided."""

import json
import os
import sys
from dataclasses import asdict, dataclass
from pathlib import Path

from fastapi import FastAPI

from acrebox.api.addresses import believe
from acrebox.api.app import make_app
from acrebox.api.working import Workers
from acrebox.jobs.lanes import end_with_parent, prepare
from acrebox.serve.log import log_to
from acrebox.store.engine import connect
from acrebox.store.queue import Queue
from acrebox.store.second_factor import key_in

READS_IN = "acrebox.serve.warm"
"""What processes that work are made from."""
SWITCH_S = 0.0005
KEY = Path("keys") / "second-factor.key"
"""Where the key lies, beside the data, by which second factors are sealed."""
SETTING = "ACREBOX_SERVING"


@dataclass(frozen=True)
class Serving:
    """What every process that answers is to know."""

    url: str
    home: str
    pages: str
    names: tuple[str, ...]
    proxies: tuple[str, ...]
    workers: int
    accounts: bool
    secure: bool
    alone: bool

    def hand_on(self) -> None:
        """Tell it to the processes that are begun from here on."""
        os.environ[SETTING] = json.dumps(asdict(self))


def app_of() -> FastAPI:
    """The app of this process, as it was told."""
    told = Serving(**json.loads(os.environ[SETTING]))
    if not told.alone:
        end_with_parent()
    log_to(Path(told.home))
    believe(told.proxies)
    # What answers must not wait long for what hands work over.
    sys.setswitchinterval(SWITCH_S)
    prepare(READS_IN)
    workers = Workers(told.workers)
    workers.start()
    engine = connect(told.url, answering=True)
    return make_app(
        engine,
        Path(told.pages),
        told.names,
        workers,
        queue=Queue(engine),
        key=key_in(Path(told.home) / KEY) if told.accounts else None,
        accounts=told.accounts,
        secure=told.secure,
    )
