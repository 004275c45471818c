"""Write the OpenAPI schema for the interface's types."""

import json

from django.conf import settings
from django.core.management.base import BaseCommand

from server.api.api import api

TARGET = settings.ROOT / "web" / "src" / "api" / "openapi.json"


class Command(BaseCommand):
    help = "Write web/src/api/openapi.json"
    requires_system_checks = []

    def handle(self, *args, **options):
        TARGET.parent.mkdir(parents=True, exist_ok=True)
        TARGET.write_text(
            json.dumps(api.get_openapi_schema(path_prefix="/api/"), indent=1, sort_keys=True) + "\n",
            encoding="utf-8",
        )
