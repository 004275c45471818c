"""Write what follows from the code: the OpenAPI schema, a JSON schema for each document, the table of
notations."""

import json
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand

from core.documents import Derived, Document, Plan, Read
from core.documents.lab import Lab
from core.documents.sheet import Sheet
from core.reading.notations.table import with_table
from server.api.api import api

OPENAPI: Path = settings.ROOT / "web" / "src" / "api" / "openapi.json"
SCHEMAS: Path = settings.ROOT / "docs" / "schema"
READING: Path = settings.ROOT / "docs" / "reading.md"
DOCUMENTS: dict[str, type[Document]] = {
    "read": Read,
    "derive": Derived,
    "plan": Plan,
    "lab": Lab,
    "sheet": Sheet,
}


def files() -> dict[Path, str]:
    """Every file that follows from the code, with its text."""
    written = {OPENAPI: _text(api.get_openapi_schema(path_prefix="/api/"), sort_keys=True)}
    for name, document in DOCUMENTS.items():
        schema = document.model_json_schema(mode="serialization")
        schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
        written[SCHEMAS / f"{name}.schema.json"] = _text(schema)
    written[READING] = with_table(READING.read_text(encoding="utf-8"))
    return written


def _text(value: Any, sort_keys: bool = False) -> str:
    return json.dumps(value, indent=1, sort_keys=sort_keys) + "\n"


class Command(BaseCommand):
    help = "Write web/src/api/openapi.json, docs/schema and the table of docs/reading.md"
    requires_system_checks = ()

    def handle(self, *args: Any, **options: Any) -> None:
        for path, text in files().items():
            path.parent.mkdir(parents=True, exist_ok=True)
            path.write_text(text, encoding="utf-8")
