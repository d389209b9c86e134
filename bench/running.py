"""A demo of its own in a temporary folder, for measurements and pictures."""

import os
import socket
import subprocess
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager

from anvilhead.launch.paths import ROOT


@contextmanager
def running_demo() -> Iterator[str]:
    """Start a fresh demo, give its address, and stop it afterwards."""
    with tempfile.TemporaryDirectory(prefix="anvilhead-") as var:
        os.chmod(var, 0o755)
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            port = probe.getsockname()[1]
        demo = subprocess.Popen(
            [str(ROOT / "anvilhead"), "demo", "--port", str(port)],
            env={**os.environ, "ANVILHEAD_VAR": var}, stderr=subprocess.PIPE, text=True,
        )  # fmt: skip
        try:
            for line in demo.stderr or []:
                if "is ready" in line:
                    break
            yield f"http://127.0.0.1:{port}"
        finally:
            demo.terminate()
            demo.wait()
