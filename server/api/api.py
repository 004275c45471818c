"""The API: routers, one error shape, session sign-in with CSRF."""

from django.http import HttpRequest
from ninja import NinjaAPI
from ninja.security import django_auth

from server.api import (
    account,
    bench,
    files,
    gym,
    joining,
    lab,
    measure,
    names,
    people,
    person,
    problems,
    publish,
    records,
    roster,
    settings_api,
    sheets,
    shelf,
    week,
    week_import,
)
from server.api.parser import UsableJson

api = NinjaAPI(
    title="Dusty Chalk",
    version="1",
    auth=django_auth,
    urls_namespace="api",
    docs_url=None,
    openapi_url=None,
    parser=UsableJson(),
)
problems.register(api)
api.add_router("", account.router)
api.add_router("", joining.router)
api.add_router("", names.router)
api.add_router("", files.router)
api.add_router("", people.router)
api.add_router("", person.router)
api.add_router("", records.router)
api.add_router("", roster.router)
api.add_router("", measure.router)
api.add_router("", settings_api.router)
api.add_router("", week.router)
api.add_router("", bench.router)
api.add_router("", lab.router)
api.add_router("", publish.router)
api.add_router("", shelf.router)
api.add_router("", gym.router)
api.add_router("", week_import.router)
api.add_router("", sheets.router)


@api.get("/health", auth=None)
def health(request: HttpRequest) -> dict[str, bool]:
    """Answers when the server does."""
    return {"ok": True}
