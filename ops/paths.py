"""Where things are. Everything made at run time lives under .chalk/ and .venv/, and can be deleted."""

import os
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
STATE = ROOT / ".chalk"
DEMO = Path(os.environ.get("CHALK_DEMO_STATE", STATE))  # the demo's database, secret and notes
VENV = ROOT / ".venv"
PYTHON = VENV / "bin" / "python"
WEB = ROOT / "web"
WEB_BUILD = WEB / "dist"
OPS = ROOT / "ops"
