"""The gym's own words, movements and methods, and the shelf's drills."""

from collections.abc import Mapping

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Router, Status, UploadedFile

from core.catalog import Catalog, load_catalog
from core.catalog.own import OWN_PREFIX
from core.catalog.rows import Method, Movement
from core.documents.picture import picture_of_drill
from core.documents.plan import rungs
from core.errors import UnusableFile
from core.hazards import hazards_of
from core.prep.dose import option_words
from server.api import shelf_schemas as schemas
from server.api.access import coach
from server.api.problems import stale_problem
from server.gym.models import Gym
from server.shelf import actions
from server.shelf.models import GymWord, OwnMethod
from server.versions import Stale

router = Router(tags=["shelf"])
MAX_FILE = 1_000_000


@router.get("/words", response=list[schemas.WordOut])
def words(request: HttpRequest) -> list[schemas.WordOut]:
    """Words this gym taught, with what they mean."""
    gym = coach(request).gym
    names = actions.vocabulary_of(gym).catalog.movements
    return [_word_out(word, names) for word in gym.words.all()]


@router.post("/words", response={201: schemas.WordOut})
def teach(request: HttpRequest, payload: schemas.WordIn) -> Status[schemas.WordOut]:
    """From now on a word means a movement, or nothing to do at all (an empty movement)."""
    person = coach(request)
    word = actions.teach_word(person.gym, person, payload.word, payload.movement)
    return Status(201, _word_out(word, actions.vocabulary_of(person.gym).catalog.movements))


@router.delete("/words/{word_id}", response={204: None})
def forget(request: HttpRequest, word_id: int) -> Status[None]:
    """The word means nothing of its own again."""
    person = coach(request)
    actions.forget_word(person.gym, person, word_id)
    return Status(204, None)


@router.get("/movements", response=list[schemas.ShelfMovement])
def movements(request: HttpRequest) -> list[schemas.ShelfMovement]:
    """Every movement this gym can write, its own first."""
    catalog = actions.vocabulary_of(coach(request).gym).catalog
    rows = sorted(catalog.movements.values(), key=lambda row: (not _is_own(row), row.name))
    return [_movement_out(row, catalog) for row in rows]


@router.post("/movements", response={201: schemas.ShelfMovement})
def add(request: HttpRequest, payload: schemas.OwnMovementIn) -> Status[schemas.ShelfMovement]:
    """A movement of the gym's own, made from a similar one."""
    person = coach(request)
    made = actions.add_movement(person.gym, person, payload.name, payload.like, positions=payload.positions)
    catalog = actions.vocabulary_of(person.gym).catalog
    return Status(201, _movement_out(catalog.movements[made.slug], catalog))


@router.get("/movements/file")
def export(request: HttpRequest) -> HttpResponse:
    """The gym's own movements as a file."""
    return HttpResponse(
        actions.export_movements(coach(request).gym),
        content_type="application/json",
        headers={"Content-Disposition": 'attachment; filename="movements.json"'},
    )


@router.post("/movements/file", response=schemas.ImportOut)
def take(request: HttpRequest, file: File[UploadedFile]) -> schemas.ImportOut:
    """Take a file of movements; nothing is saved unless all are valid."""
    person = coach(request)
    raw = file.read(MAX_FILE + 1)
    if len(raw) > MAX_FILE:
        raise UnusableFile("The file is longer than 1 MB.")
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as problem:
        raise UnusableFile("This is not UTF-8 text; export the movements again.") from problem
    taken = actions.import_movements(person.gym, person, text)
    return schemas.ImportOut(added=taken.added, changed=taken.changed, same=taken.same)


@router.delete("/movements/{slug}", response={204: None})
def remove(request: HttpRequest, slug: str) -> Status[None]:
    """The movement goes, and the words that meant it."""
    person = coach(request)
    actions.remove_movement(person.gym, person, slug)
    return Status(204, None)


@router.get("/methods", response=list[schemas.MethodRow])
def methods(request: HttpRequest) -> list[schemas.MethodRow]:
    """Every method with all it sets, the built-in ones first."""
    return _methods_out(coach(request).gym)


@router.post("/methods", response={201: list[schemas.MethodRow]})
def copy_method(request: HttpRequest, payload: schemas.MethodIn) -> Status[list[schemas.MethodRow]]:
    """The gym's own copy of a method, with changes."""
    person = coach(request)
    actions.save_method(person.gym, person, payload.base, payload.changes())
    return Status(201, _methods_out(person.gym))


@router.put("/methods/{slug}", response={200: list[schemas.MethodRow], 409: schemas.StaleMethod})
def change_method(request: HttpRequest, slug: str, payload: schemas.MethodChange) -> list[schemas.MethodRow]:
    """New changes to the gym's own method; what is not given is as in the one it was made from."""
    person = coach(request)
    get_object_or_404(person.gym.own_methods, slug=slug)
    try:
        actions.save_method(person.gym, person, payload.base, payload.changes(), slug, payload.version)
    except Stale as stale:
        stands = next(row for row in _methods_out(person.gym) if row.id == slug)
        raise stale_problem(stale, stands, payload.dict(exclude_unset=True)) from stale
    return _methods_out(person.gym)


@router.delete("/methods/{slug}", response={204: None})
def remove_method(request: HttpRequest, slug: str) -> Status[None]:
    """Preps that use it go back to the method it was made from."""
    person = coach(request)
    actions.remove_method(person.gym, person, slug)
    return Status(204, None)


@router.get("/drills", response=list[schemas.ShelfDrill])
def drills(request: HttpRequest) -> list[schemas.ShelfDrill]:
    """Every drill, in catalog order."""
    coach(request)
    catalog = load_catalog()
    return [
        schemas.ShelfDrill(
            id=row.id,
            name=row.name,
            aliases=row.aliases,
            style=row.style,
            phases=row.phases,
            level=row.level,
            seated=bool(row.seated),
            kit_names=[catalog.kit[piece].name for piece in row.kit],
            serves=[_served(effect.demand, catalog) for effect in catalog.why(row.id)],
        )
        for row in catalog.drills.values()
    ]


@router.get("/drills/{drill_id}", response=schemas.DrillOut)
def drill(request: HttpRequest, drill_id: str) -> schemas.DrillOut:
    """One drill with everything the planner knows of it, and where that comes from."""
    coach(request)
    catalog = load_catalog()
    row = catalog.drills.get(drill_id)
    if row is None:
        raise Http404
    neighbours = rungs(row.id, catalog)
    sources = dict.fromkeys((row.source, row.effects_source))
    return schemas.DrillOut(
        id=row.id,
        name=row.name,
        why=row.why,
        style=catalog.reasons[row.style].name,
        effort=row.effort,
        space=row.space,
        level=row.level,
        picture=picture_of_drill(row.id, catalog),
        cues=row.cues,
        fault=row.fault,
        cautions=row.cautions,
        hazards=[name.name for name in catalog.cautions.values() if name.id in hazards_of(row.id, catalog)],
        seated=row.seated or "",
        instead=row.instead,
        doses=[option_words(option) for option in row.doses],
        holds_s=row.holds_s,
        fatigue=row.fatigue,
        kit={catalog.kit[piece].name: each for piece, each in row.kit.items()},
        effects=[
            schemas.Effect(
                **_served(effect.demand, catalog).dict(),
                twentieths=effect.twentieths,
                because=effect.reason,
            )
            for effect in catalog.why(row.id)
        ],
        sources=[catalog.sources[source].citation for source in sources],
        easier=neighbours.easier,
        harder=neighbours.harder,
    )


def _served(demand: str, catalog: Catalog) -> schemas.Served:
    row = catalog.demands[demand]
    return schemas.Served(demand=demand, name=row.name, kind=row.kind)


def _methods_out(gym: Gym) -> list[schemas.MethodRow]:
    catalog = actions.vocabulary_of(gym).catalog
    own = {method.slug: method for method in gym.own_methods.all()}
    rows = sorted(catalog.methods.values(), key=lambda row: row.id not in own)
    return [_method_out(row, own.get(row.id)) for row in rows]


def _method_out(row: Method, own: OwnMethod | None) -> schemas.MethodRow:
    """A method; own: the gym's row, when it is one of its own."""
    fields = row.model_dump(mode="json", exclude={"source"})
    base, version = (own.base, own.version) if own else (row.id, 1)
    return schemas.MethodRow(**fields, own=own is not None, base=base, version=version)


def _word_out(word: GymWord, names: Mapping[str, Movement]) -> schemas.WordOut:
    row = names.get(word.movement)
    name = row.name if row else ""
    return schemas.WordOut(id=word.pk, word=word.word, movement=word.movement, name=name)


def _is_own(row: Movement) -> bool:
    return row.id.startswith(OWN_PREFIX)


def _movement_out(row: Movement, catalog: Catalog) -> schemas.ShelfMovement:
    return schemas.ShelfMovement(
        id=row.id,
        name=row.name,
        aliases=row.aliases,
        family=row.family,
        own=_is_own(row),
        positions=[
            schemas.NamedPosition(id=position, name=catalog.positions[position].name)
            for position in row.positions
        ],
        standard=row.standard,
    )
