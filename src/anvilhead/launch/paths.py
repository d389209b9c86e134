"""Where things lie in a checkout."""

from pathlib import Path

ROOT = Path(__file__).resolve().parents[3]
VAR = ROOT / "var"
VENV = ROOT / ".venv"
WEB = ROOT / "web"
REQUIREMENTS = ROOT / "requirements"
