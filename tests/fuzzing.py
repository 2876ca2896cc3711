"""Asks a server whatever comes to mind: `python tests/fuzzing.py [CALLS] [SEED]`.

Every address, with what fits it spoiled in one to three places; beds and yards of the demo as well as bodies
made after the description. Tells how often each answer came, what was slow, and every 5xx with what brought
it about; ends with 1 where there is one that is not said on purpose (503).
"""

import json
import random
import sys
import tempfile
import time
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from copy import deepcopy
from http.client import HTTPException
from pathlib import Path
from typing import Any
from urllib.parse import quote, urlencode
from uuid import UUID

from acrebox.demo import demo_beds, demo_yard
from served import Served

AT_ONCE = 3
ON_PURPOSE = (503,)
"""Of the answers from 500 on: so much waits that this is not taken in."""
MOST_SENT = 3_000_000
"""Up to which size a list is made longer [bytes]: more than is read."""
LEFT_OUT = {"/api/changes"}
"""What goes on for as long as one listens."""
ODD: list[Any] = [
    *(None, True, False, 0, -1, 10**40, -(10**400), 1e308, 5e-324, 0.1, -0.0),
    *("", " ", "-", "1e400 mm", "0", "-1 m", "1/0 in", "½", "٣ m", "9" * 60, "9" * 5000, "1 m 2 m", "\u202e"),
    *(
        "1 mm",
        "3000 m",
        "8 ft 3 1/2 in",
        "2\u200b m",
        "\0",
        "\ud800",
        "x" * 100_000,
        "1e-300 m",
        "NaN",
        "Infinity",
    ),
    *(
        "9999-12-31T23:59:59-14:00",
        "0001-01-01T00:00:00+14:00",
        "2026-02-30",
        "2026-12-02",
        "24:00:00",
        "P1D",
    ),
    *(
        "00000000-0000-0000-0000-000000000000",
        "../../etc/passwd",
        "'; DROP TABLE bed; --",
        "%00",
        "<b>",
        "=1+1",
    ),
    *(
        [],
        {},
        [[]],
        [None],
        {"": ""},
        [1] * 300,
        {"x" * 1000: 1},
        [[[[[[[[[[[[[[[[[[[[[[[[[[[[]]]]]]]]]]]]]]]]]]]]]]]]]]]],
    ),
]


class Fuzzer:
    """What is known of a server, and what may be asked of it."""

    def __init__(self, served: Served, seed: int) -> None:
        self.served, self.seed = served, seed
        description = served.told("GET", "/api/openapi.json")
        self._shapes: dict[str, Any] = description["components"]["schemas"]
        self.asked = [
            (method.upper(), path, said)
            for path, methods in description["paths"].items()
            for method, said in methods.items()
            if path not in LEFT_OUT
        ]
        self._beds = [bed.document() for bed in demo_beds()]
        self._yards = [demo_yard().document()]
        self.known: dict[str, list[str]] = {}
        """The ids there are, by what they are called in addresses; looked up anew now and then."""

    def look(self) -> None:
        """Look up which ids there are now."""
        yards = [yard["id"] for yard in self.served.told("GET", "/api/yards")]
        beds = [bed["id"] for bed in self.served.told("GET", "/api/beds")["beds"]]
        self.known = {"yard_id": yards, "yard": yards, "bed_id": beds, "bed": beds}

    def call(self, number: int) -> tuple[str, str, int, float, bytes, Any]:
        """Ask once: method, path, status (0: no answer), seconds, answer, body."""
        pick = random.Random(self.seed * 1_000_003 + number)
        method, path, said = pick.choice(self.asked)
        if number % 3 == 0:
            method, path, said = pick.choice([one for one in self.asked if "requestBody" in one[2]])
        known = self.known
        headers: dict[str, str] = {}
        query: list[tuple[str, str]] = []
        where = path
        for one in said.get("parameters", []):
            value = self._parameter(pick, one, known)
            if one["in"] == "path":
                where = where.replace(f"{{{one['name']}}}", quote(value or "-", safe=""))
            elif one["in"] == "query" and pick.random() < 0.6:
                query.append((one["name"], value))
            elif one["in"] == "header" and pick.random() < 0.8:
                headers[one["name"]] = (
                    value.encode("latin-1", "replace").decode("latin-1").replace("\n", "")[:200]
                )
        asked = where + (f"?{urlencode(query, errors='replace')}" if query else "")
        body = self._body(pick, said)
        sent = body if body is None else json.dumps(body).encode()
        if sent and pick.random() < 0.02:
            sent = sent[: pick.randrange(len(sent))]
        begun = time.perf_counter()
        try:
            status, answer = self.served.ask(method, asked, sent, headers)
        except (OSError, HTTPException, ValueError) as fault:
            status, answer = 0, repr(fault).encode()
        return method, path, status, time.perf_counter() - begun, answer, (asked, headers, body)

    def _parameter(self, pick: random.Random, said: dict[str, Any], known: dict[str, list[str]]) -> str:
        if pick.random() < 0.15:
            value = pick.choice(ODD)
            return (
                ""
                if value is None
                else str(value).encode("utf-8", "replace").decode()[:300].replace("\0", "")
            )
        if known.get(said["name"]) and pick.random() < 0.9:
            return pick.choice(known[said["name"]])
        if said["name"].lower() == "if-match":
            return f'"{pick.randint(0, 9)}"'
        if said["name"] == "Idempotency-Key":
            return str(UUID(int=pick.getrandbits(128), version=4))
        value = self._made(pick, said.get("schema", {}), 0)
        return str(value)[:300]

    def _body(self, pick: random.Random, said: dict[str, Any]) -> Any:
        content = said.get("requestBody", {}).get("content", {}).get("application/json")
        if content is None:
            return None
        made = self._made(pick, content["schema"], 0)
        for _ in range(pick.choice([0, 1, 1, 2, 3])):
            made = self._spoiled(pick, made)
        return made

    def _spoiled(self, pick: random.Random, whole: Any) -> Any:
        paths = paths_of(whole)
        if not paths:
            return pick.choice(ODD)
        *steps, last = pick.choice(paths)
        at = whole
        for step in steps:
            at = at[step]
        how = pick.random()
        if how < 0.15 and isinstance(at, dict):
            del at[last]
        elif how < 0.25 and isinstance(at[last], list):
            most = MOST_SENT // (len(json.dumps(at[last])) + 1)
            at[last] = at[last] * min(pick.randint(2, 300), max(1, most))
        elif how < 0.4 and isinstance(at, dict):
            at[f"{last}s"] = at[last]
        else:
            at[last] = deepcopy(pick.choice(ODD))
        return whole

    def _made(self, pick: random.Random, shape: dict[str, Any], deep: int) -> Any:
        """Something of that shape; a design or a yard is one of the demo."""
        if "$ref" in shape:
            name = shape["$ref"].rsplit("/", 1)[1]
            if name == "Design-Input":
                return deepcopy(pick.choice(self._beds))
            if name == "Yard-Input":
                return deepcopy(pick.choice(self._yards))
            return self._made(pick, self._shapes[name], deep + 1)
        if "const" in shape:
            return shape["const"]
        if "enum" in shape:
            return pick.choice(shape["enum"])
        for several in ("anyOf", "oneOf", "allOf"):
            if several in shape:
                return self._made(pick, pick.choice(shape[several]), deep + 1)
        kind = shape.get("type")
        if kind == "object":
            fields = shape.get("properties", {})
            needed = shape.get("required", [])
            wanted = [f for f in fields if f in needed or (deep < 8 and pick.random() < 0.5)]
            return {field: self._made(pick, fields[field], deep + 1) for field in wanted}
        if kind == "array":
            least = shape.get("minItems", 0)
            count = least if deep > 8 else pick.randint(least, least + 2)
            return [self._made(pick, shape.get("items", {}), deep + 1) for _ in range(count)]
        if kind == "integer":
            return pick.randint(int(shape.get("minimum", 0)), int(min(shape.get("maximum", 12), 10**6)))
        if kind == "number":
            return round(pick.uniform(float(shape.get("minimum", 0)), float(shape.get("maximum", 12))), 3)
        if kind == "boolean":
            return pick.random() < 0.5
        if kind == "string":
            return pick.choice(
                ["1.2 m", "600 mm", "front", "compost", "2026-06-01", "a1", *map(str, range(3))]
            )
        return pick.choice(ODD)


def paths_of(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """The way to every value that lies in another."""
    found = [path] if path else []
    parts = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, part in parts:
        found += paths_of(part, (*path, key))
    return found


def main() -> int:
    """So many calls; answers the exit code."""
    calls = int(sys.argv[1]) if len(sys.argv) > 1 else 2000
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else 1
    answers: Counter[int] = Counter()
    slow: list[tuple[float, str]] = []
    faults = 0
    with tempfile.TemporaryDirectory(prefix="acrebox-fuzz-") as made:
        Path(made).chmod(0o755)
        server = Served(Path(made) / "home")
        try:
            fuzzer = Fuzzer(server, seed)
            with ThreadPoolExecutor(AT_ONCE) as hands:
                for begins in range(0, calls, 500):
                    fuzzer.look()
                    for told in hands.map(fuzzer.call, range(begins, min(calls, begins + 500))):
                        method, path, status, took_s, answer, what = told
                        answers[status] += 1
                        slow.append((took_s, f"{method} {path}"))
                        if status == 0 or (status >= 500 and status not in ON_PURPOSE):
                            faults += 1
                            print(
                                f"{status} {method} {path}: {answer[:300]!r}\n  {str(what)[:3000]}",
                                flush=True,
                            )
                    slow = sorted(slow, reverse=True)[:10]
                    if begins % 5000 == 4500:
                        print(f"{begins + 500} calls so far: {dict(sorted(answers.items()))}", flush=True)
        finally:
            server.stop()
    print(f"{calls} calls, seed {seed}: {dict(sorted(answers.items()))}")
    for took_s, where in slow:
        print(f"  {took_s:6.2f} s  {where}")
    return 1 if faults else 0


if __name__ == "__main__":
    sys.exit(main())
