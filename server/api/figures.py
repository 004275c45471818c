"""Figures, each sent once: a page asks for those it does not have yet."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from core.catalog import load_catalog
from core.documents.base import as_json
from core.documents.picture import Picture, picture_of_figure

router = Router(tags=["figures"])
MOST_FIGURES, LONGEST_NAME = 120, 90
KEPT_S = 86_400  # by whoever asked: a figure changes only with a new version of the software


@router.get("/figures", auth=None, response=dict[str, Picture])
def figures(
    request: HttpRequest, of: Annotated[str, Query(max_length=MOST_FIGURES * LONGEST_NAME)]
) -> HttpResponse:
    """Pictures by what they are called, as items say it, parted by commas; names that none has are left
    out."""
    catalog = load_catalog()
    found: dict[str, Picture] = {}
    for name in of.split(",")[:MOST_FIGURES]:
        try:
            found[name] = picture_of_figure(name, catalog)
        except KeyError:
            continue  # a drill that has left the shelf since
    kept = {"Cache-Control": f"public, max-age={KEPT_S}"}
    return HttpResponse(as_json(found), content_type="application/json", headers=kept)
