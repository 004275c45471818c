"""Whether the server lives, and whether it can be given work: two questions, with two answers."""

from __future__ import annotations

from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.http import HttpRequest, JsonResponse

_known_whole = False


def pending_migrations() -> list[str]:
    """Migrations that the database has not had, in order. Raises OperationalError when it does not answer."""
    executor = MigrationExecutor(connection)
    plan = executor.migration_plan(executor.loader.graph.leaf_nodes())
    return [f"{migration.app_label} {migration.name}" for migration, _ in plan]


def foreign_migrations() -> list[str]:
    """Migrations the database has had that this version does not know: it was made by another one. Raises
    OperationalError when it does not answer."""
    loader = MigrationExecutor(connection).loader
    applied = set(loader.applied_migrations)
    known = set(loader.disk_migrations)
    ours = [name for name in applied - known if name[0] in loader.migrated_apps]
    missing = [
        (parent, name) for name in applied & known for parent in loader.disk_migrations[name].dependencies
    ]
    broken = [name for parent, name in missing if parent[1] != "__first__" and parent in known - applied]
    return sorted(f"{app} {name}" for app, name in {*ours, *broken})


def live(request: HttpRequest) -> JsonResponse:
    """200 as long as the process answers. Asks nothing of anybody."""
    return JsonResponse({"live": True})


def ready(request: HttpRequest) -> JsonResponse:
    """200 when the database answers and is of this version; 503 and what is wrong else."""
    try:
        pending = 0 if _asked_before() else len(pending_migrations())
    except DatabaseError:
        return JsonResponse({"live": True, "ready": False, "database": "away"}, status=503)
    whole = pending == 0
    _remember(whole)
    said = {"live": True, "ready": whole, "database": "answers", "migrations_pending": pending}
    return JsonResponse(said, status=200 if whole else 503)


def _asked_before() -> bool:
    """Migrations that were there stay there; then one small question to the database is enough."""
    with connection.cursor() as cursor:
        cursor.execute("select 1")
    return _known_whole


def _remember(whole: bool) -> None:
    global _known_whole  # of this process
    _known_whole = _known_whole or whole
