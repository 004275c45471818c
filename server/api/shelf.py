"""The gym's own words and movements."""
from django.http import HttpRequest, HttpResponse
from ninja import File, Router, Status, UploadedFile

from core.catalog import Catalog
from core.catalog.rows import Movement
from core.errors import UnusableFile
from server.api import shelf_schemas as schemas
from server.api.access import coach
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
    return HttpResponse(text, content_type="application/json", headers={"Content-Disposition": 'attachment; filename="movements.json"'})


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


def _word_out(one, names: dict[str, Movement]) -> dict:
    row = names.get(one.movement)
    return {"id": one.pk, "word": one.word, "movement": one.movement, "name": row.name if row else ""}


def _movement_out(row: Movement, catalog: Catalog) -> dict:
    return {"id": row.id, "name": row.name, "aliases": list(row.aliases), "family": row.family, "own": row.id.startswith("own-"),
            "positions": [{"id": one, "name": catalog.positions[one].name} for one in row.positions], "standard": row.standard}
