"""A yard of 500 jobs under mixed load for as long as one likes: `python bench/soak.py MINUTES`.

Eight clients read, record, strike, preview and print at once.  Told at the end: every answer that was not one of those
expected, the slowest of each kind, how often the server had to be started again, and what memory it took.
"""

import http.client
import json
import os
import random
import re
import subprocess
import sys
import tempfile
import threading
import time
import uuid
from collections import Counter, defaultdict
from collections.abc import Callable
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

from anvilhead.launch.paths import ROOT
from bench.bench_growth import job_file

CLIENTS = 8
JOBS = 450
PATIENCE_S = 60
EXPECTED = {200, 201, 204}
PREVIEW = {
    "units": "ft-in",
    "plan": {"kind": "building", "footprint": {"shape": "rectangle", "length": "44", "width": "27 6"}},
}


class Tally:
    """What came back, from all clients."""

    def __init__(self) -> None:
        self.statuses: Counter[tuple[str, object]] = Counter()
        self.slowest: dict[str, float] = defaultdict(float)
        self.odd: list[str] = []
        self._lock = threading.Lock()

    def add(self, what: str, status: object, took_s: float, told: str) -> None:
        """Count an answer."""
        with self._lock:
            self.statuses[what, status] += 1
            self.slowest[what] = max(self.slowest[what], took_s)
            if status not in EXPECTED:
                self.odd.append(f"{what}: {status} after {took_s:.1f} s: {told[:200]}")


class Client:
    """One person at a device: does something, waits a moment, does something else."""

    def __init__(self, base: str, tally: Tally, seed: int) -> None:
        self._base, self._tally, self._dice = urlsplit(base), tally, random.Random(seed)
        self.acts: list[tuple[str, Callable[[], None]]] = [
            ("yard", lambda: self._ask("yard", "GET", "/api/jobs")),
            ("find", lambda: self._ask("find", "GET", f"/api/jobs?find={self._dice.randrange(50)}")),
            ("open", self._open), ("pull", self._pull), ("shot", self._shot), ("strike", self._strike),
            ("preview", lambda: self._ask("preview", "POST", "/api/preview", PREVIEW)),
            ("paper", lambda: self._ask("paper", "GET", f"{self._structure()}/sheet.pdf")),
            ("file", lambda: self._ask("file", "GET", f"/api/jobs/{self._dice.choice(self.jobs)}/file")),
        ]  # fmt: skip
        self.jobs: list[str] = []
        self.structures: list[str] = []

    def run(self, until: float) -> None:
        """Go on until a moment of the monotonic clock."""
        while time.monotonic() < until:
            self._dice.choice(self.acts)[1]()
            time.sleep(self._dice.random() * 0.2)

    def fill(self, file: dict[str, Any]) -> tuple[str, str]:
        """Take a job in; its id and that of its first structure."""
        made = self._ask("import", "POST", "/api/jobs/files?again=true", file)
        return made["id"], made["structures"][0]["id"]

    def _structure(self) -> str:
        # a third of everything meets in the large job, which is the last
        chosen = self.structures[-1] if self._dice.random() < 0.33 else self._dice.choice(self.structures)
        return f"/api/structures/{chosen}"

    def _open(self) -> None:
        here = self._structure()
        view = self._ask("structure", "GET", here)
        if view:
            self._ask("job", "GET", f"/api/jobs/{view['job_id']}")

    def _pull(self) -> None:
        reading = f"51 10 {self._dice.randrange(1, 8)}/8"
        body = {"id": str(uuid.uuid4()), "units": "ft-in", "round": 1, "from": "A", "to": "C", "reading": reading}
        self._ask("pull", "POST", f"{self._structure()}/pulls", body)

    def _shot(self) -> None:
        here = f"{self._structure()}/levels"
        book = self._ask("book", "GET", here)
        if book and book["setups"]:
            body = {"id": str(uuid.uuid4()), "rod": "ft-in", "at": self._dice.choice("ABCD"), "reading": "3 6"}
            self._ask("shot", "POST", f"{here}/setups/{book['setups'][0]['id']}/shots", body)

    def _strike(self) -> None:
        here = self._structure()
        view = self._ask("structure", "GET", here)
        pulls = [one for one in (view or {}).get("pulls", []) if not one["struck"]]
        if len(pulls) > 20:
            self._ask("strike", "POST", f"{here}/pulls/{self._dice.choice(pulls)['id']}/strike")

    def _ask(self, what: str, method: str, path: str, body: Any = None) -> Any:
        started, answer, told, status = time.monotonic(), None, "", "no answer"
        try:
            link = http.client.HTTPConnection(self._base.hostname or "", self._base.port, timeout=PATIENCE_S)
            headers = {"Anvilhead-Who": "Soak", "Content-Type": "application/json"}
            link.request(method, path, None if body is None else json.dumps(body), headers)
            response = link.getresponse()
            status, raw = str(response.status), response.read()
            told = raw[:200].decode("utf8", "replace")
            answer = json.loads(raw) if response.headers.get_content_type() == "application/json" and raw else None
            link.close()
        except (OSError, http.client.HTTPException) as error:
            told = repr(error)
        self._tally.add(what, int(status) if status.isdigit() else status, time.monotonic() - started, told)
        return answer


def main() -> None:
    minutes = float(sys.argv[1]) if len(sys.argv) > 1 else 10.0
    with tempfile.TemporaryDirectory(prefix="anvilhead-") as folder:
        os.chmod(folder, 0o755)
        told = Path(folder) / "told.txt"
        environment = {**os.environ, "ANVILHEAD_VAR": folder}
        with told.open("w") as out:
            server = subprocess.Popen([str(ROOT / "anvilhead"), "demo", "--port", "8750"], env=environment, stderr=out)
        try:
            while "is ready" not in told.read_text():
                time.sleep(0.5)
            tally = soak("http://127.0.0.1:8750", minutes)
            memory = peak_mb()
        finally:
            server.terminate()
            server.wait()
        report(tally, told.read_text(), memory)


def soak(base: str, minutes: float) -> Tally:
    """Fill the yard, then let everybody loose on it."""
    tally = Tally()
    clients = [Client(base, tally, seed) for seed in range(CLIENTS)]
    filled = [clients[0].fill(job_file(1, 24, 24)) for _ in range(JOBS)]
    filled.append(clients[0].fill(job_file(50, 2000, 2000)))
    until = time.monotonic() + minutes * 60
    for client in clients:
        client.jobs, client.structures = [job for job, _ in filled], [structure for _, structure in filled]
    threads = [threading.Thread(target=client.run, args=(until,)) for client in clients]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return tally


def peak_mb() -> int:
    """The most memory that any server process of this machine has taken."""
    peaks = [0]
    for status in Path("/proc").glob("[0-9]*/status"):
        try:
            if b"anvilhead.launch.server" in (status.parent / "cmdline").read_bytes():
                peaks += [int(kb) // 1024 for kb in re.findall(r"VmHWM:\s+(\d+)", status.read_text())]
        except OSError:
            continue  # it ended meanwhile
    return max(peaks)


def report(tally: Tally, told: str, memory_mb: int) -> None:
    """Print it."""
    for (what, status), count in sorted(tally.statuses.items(), key=str):
        print(f"  {what:10} {status}: {count}, slowest {tally.slowest[what]:.1f} s")
    print(f"  {sum(tally.statuses.values())} requests; peak of the server {memory_mb} MB")
    print(f"  the server was started again {told.count('ended by itself')} times")
    for odd in tally.odd:
        print(f"  not expected: {odd}")
    if tally.odd or "ended by itself" in told:
        raise SystemExit(told[-4000:])


if __name__ == "__main__":
    main()
