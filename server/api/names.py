"""What the shelf is called: names that pages need once."""

from typing import get_args

from django.http import HttpRequest
from ninja import Router

from core.catalog.own import OWN_PREFIX
from core.catalog.rows import PHASES, ClockKind, Style
from core.documents.sheet import DemandName
from core.prep.settings import MAX_MINUTES, MIN_MINUTES
from server.api import schemas
from server.api.access import signed_in
from server.shelf.actions import vocabulary_of

router = Router(tags=["shelf"])


@router.get("/shelf", response=schemas.Shelf)
def shelf(request: HttpRequest) -> schemas.Shelf:
    """Methods, movements and demands by name."""
    catalog = vocabulary_of(signed_in(request).gym).catalog
    return schemas.Shelf(
        methods=[
            schemas.MethodOut(
                id=row.id,
                name=row.name,
                belief=row.belief,
                differ=row.differ,
                own=row.id.startswith(OWN_PREFIX),
            )
            for row in catalog.methods.values()
        ],
        movements=[schemas.MovementOut(id=row.id, name=row.name) for row in catalog.movements.values()],
        demands={row.id: DemandName.of(row) for row in catalog.demands.values()},
        min_minutes=MIN_MINUTES,
        max_minutes=MAX_MINUTES,
        choices=schemas.Choices(phases=PHASES, styles=get_args(Style), clocks=get_args(ClockKind)),
    )
