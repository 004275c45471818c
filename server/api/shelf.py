"""The gym's own words and movements."""

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Router, Status, UploadedFile

from core.catalog import Catalog, load_catalog
from core.catalog.rows import Movement
from core.errors import UnusableFile
from core.pictures import picture_of_drill
from core.prep.pace import dose_words
from server.api import shelf_schemas as schemas
from server.api.access import coach
from server.prep.bench import rungs
from server.shelf import actions

router = Router(tags=["shelf"])
MAX_FILE = 1_000_000


@router.get("/words", response=list[schemas.WordOut])
def words(request: HttpRequest):
    """Words this gym taught, with what they mean."""
    gym = coach(request).gym
    names = actions.vocabulary_of(gym).catalog.movements
    return [_word_out(one, names) for one in gym.words.all()]


@router.post("/words", response={201: schemas.WordOut})
def teach(request: HttpRequest, payload: schemas.WordIn):
    """From now on a word means a movement, or nothing to do at all (an empty movement)."""
    person = coach(request)
    word = actions.teach_word(person.gym, person, payload.word, payload.movement)
    return Status(201, _word_out(word, actions.vocabulary_of(person.gym).catalog.movements))


@router.delete("/words/{word_id}", response={204: None})
def forget(request: HttpRequest, word_id: int):
    person = coach(request)
    actions.forget_word(person.gym, person, word_id)
    return Status(204, None)


@router.get("/movements", response=list[schemas.ShelfMovement])
def movements(request: HttpRequest):
    """Every movement this gym can write, its own first."""
    catalog = actions.vocabulary_of(coach(request).gym).catalog
    rows = sorted(catalog.movements.values(), key=lambda row: (not row.id.startswith("own-"), row.name))
    return [_movement_out(row, catalog) for row in rows]


@router.post("/movements", response={201: schemas.ShelfMovement})
def add(request: HttpRequest, payload: schemas.OwnMovementIn):
    """A movement of the gym's own, made from a similar one."""
    person = coach(request)
    made = actions.add_movement(person.gym, person, payload.name, payload.like, positions=payload.positions)
    catalog = actions.vocabulary_of(person.gym).catalog
    return Status(201, _movement_out(catalog.movements[made.slug], catalog))


@router.get("/movements/file")
def export(request: HttpRequest):
    """The gym's own movements as a file."""
    text = actions.export_movements(coach(request).gym)
    return HttpResponse(
        text,
        content_type="application/json",
        headers={"Content-Disposition": 'attachment; filename="movements.json"'},
    )


@router.post("/movements/file", response=schemas.ImportOut)
def take(request: HttpRequest, file: UploadedFile = File(...)):
    """Take a file of movements; nothing is saved unless all are valid."""
    person = coach(request)
    raw = file.read(MAX_FILE + 1)
    if len(raw) > MAX_FILE:
        raise UnusableFile("The file is longer than 1 MB.")
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as problem:
        raise UnusableFile("This is not UTF-8 text; export the movements again.") from problem
    return actions.import_movements(person.gym, person, text)


@router.delete("/movements/{slug}", response={204: None})
def remove(request: HttpRequest, slug: str):
    person = coach(request)
    actions.remove_movement(person.gym, person, slug)
    return Status(204, None)


@router.get("/methods", response=list[schemas.MethodRow])
def methods(request: HttpRequest):
    """Every method with all it sets, the gym's own first."""
    gym = coach(request).gym
    return _methods_out(gym)


@router.post("/methods", response={201: list[schemas.MethodRow]})
def copy_method(request: HttpRequest, payload: schemas.MethodIn):
    """The gym's own copy of a method, with changes."""
    person = coach(request)
    actions.save_method(person.gym, person, payload.base, payload.changes())
    return Status(201, _methods_out(person.gym))


@router.put("/methods/{slug}", response=list[schemas.MethodRow])
def change_method(request: HttpRequest, slug: str, payload: schemas.MethodIn):
    """New changes to the gym's own method; what is not given is as in the one it was made from."""
    person = coach(request)
    get_object_or_404(person.gym.own_methods, slug=slug)
    actions.save_method(person.gym, person, payload.base, payload.changes(), slug)
    return _methods_out(person.gym)


@router.delete("/methods/{slug}", response={204: None})
def remove_method(request: HttpRequest, slug: str):
    """Preps that use it go back to the method it was made from."""
    person = coach(request)
    actions.remove_method(person.gym, person, slug)
    return Status(204, None)


@router.get("/drills", response=list[schemas.ShelfDrill])
def drills(request: HttpRequest):
    """Every drill, in catalog order."""
    coach(request)
    catalog = load_catalog()
    return [
        {
            "id": row.id,
            "name": row.name,
            "aliases": list(row.aliases),
            "style": row.style,
            "phases": list(row.phases),
            "level": row.level,
            "seated": bool(row.seated),
            "kit_names": [catalog.kit[item].name for item in row.kit],
            "serves": [_served(demand, catalog) for demand, _, _ in catalog.why(row.id)],
        }
        for row in catalog.drills.values()
    ]


@router.get("/drills/{drill_id}", response=schemas.DrillOut)
def drill(request: HttpRequest, drill_id: str):
    """One drill with everything the planner knows of it, and where that comes from."""
    coach(request)
    catalog = load_catalog()
    row = catalog.drills.get(drill_id)
    if row is None:
        raise Http404
    return {
        "id": row.id,
        "name": row.name,
        "why": row.why,
        "style": catalog.reasons[row.style].name,
        "effort": row.effort,
        "space": row.space,
        "level": row.level,
        "picture": picture_of_drill(row.id, catalog, False),
        "cues": list(row.cues),
        "fault": row.fault,
        "cautions": list(row.cautions),
        "avoid": list(row.avoid),
        "seated": row.seated or "",
        "instead": dict(row.instead),
        "doses": [dose_words(option) for option in row.doses],
        "holds_s": row.holds_s,
        "fatigue": row.fatigue,
        "kit": {catalog.kit[item].name: each for item, each in row.kit.items()},
        "effects": [
            {**_served(demand, catalog), "twentieths": effect, "because": because}
            for demand, effect, because in catalog.why(row.id)
        ],
        "sources": list(
            dict.fromkeys(catalog.sources[one].citation for one in (row.source, row.effects_source))
        ),
        **rungs(row.id, catalog),
    }


def _served(demand: str, catalog: Catalog) -> dict:
    return {"demand": demand, "name": catalog.demands[demand].name, "kind": catalog.demands[demand].kind}


def _methods_out(gym) -> list[dict]:
    catalog = actions.vocabulary_of(gym).catalog
    base = dict(gym.own_methods.values_list("slug", "base"))
    rows = sorted(catalog.methods.values(), key=lambda row: row.id not in base)
    return [
        {**row.model_dump(mode="json"), "own": row.id in base, "base": base.get(row.id, row.id)}
        for row in rows
    ]


def _word_out(one, names: dict[str, Movement]) -> dict:
    row = names.get(one.movement)
    return {"id": one.pk, "word": one.word, "movement": one.movement, "name": row.name if row else ""}


def _movement_out(row: Movement, catalog: Catalog) -> dict:
    return {
        "id": row.id,
        "name": row.name,
        "aliases": list(row.aliases),
        "family": row.family,
        "own": row.id.startswith("own-"),
        "positions": [{"id": one, "name": catalog.positions[one].name} for one in row.positions],
        "standard": row.standard,
    }
