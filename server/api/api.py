"""The API: routers, one error shape, session sign-in with CSRF."""

from django.http import HttpRequest
from ninja import NinjaAPI
from ninja.security import django_auth

from server.api import (
    account,
    bench,
    blocks,
    competition,
    days,
    figures,
    files,
    find,
    floor,
    gym,
    joining,
    lab,
    log,
    measure,
    names,
    people,
    person,
    presence,
    problems,
    publish,
    records,
    roster,
    sending,
    settled,
    sheets,
    shelf,
    training,
    trials,
    week,
    week_import,
    years,
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
for part in (
    account,
    joining,
    names,
    files,
    people,
    person,
    records,
    roster,
    measure,
    settled,
    week,
    presence,
    bench,
    lab,
    figures,
    find,
    publish,
    sending,
    shelf,
    gym,
    week_import,
    sheets,
    competition,
    days,
    floor,
    log,
    blocks,
    training,
    trials,
    years,
):
    api.add_router("", part.router)


@api.get("/health", auth=None)
def health(request: HttpRequest) -> dict[str, bool]:
    """Answers when the server does."""
    return {"ok": True}
