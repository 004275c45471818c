"""Teaching the gym's words and movements: permission, change and record in one place."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from typing import Any, NamedTuple

from django.db import transaction
from django.db.models import F, JSONField, QuerySet, Value

from core.catalog.own import copy_of, own_id, own_method, with_methods
from core.errors import Refused
from core.reading.own import own_movement, read_movements, similar_to, with_own, write_movements
from core.reading.plain_words import plain
from core.reading.vocabulary import Vocabulary, vocabulary
from server.gym.models import Gym
from server.people.models import Person
from server.prep.models import PrepDraft
from server.programme.models import Session
from server.shelf.models import GymWord, OwnMethod, OwnMovement
from server.versions import check_version

MOST_WORDS = 2000
MOST_MOVEMENTS = 200
MOST_METHODS = 30


class NotTaught(Refused):
    """A word or movement that cannot be taken; ``field`` names what is at fault."""


@lru_cache(maxsize=500)
def _taught(gym_id: int) -> QuerySet[OwnMethod, tuple[Any, ...]]:
    """The question of what a gym has taught, put together once; asked anew by each of its .all()."""
    none = Value(None, JSONField())
    methods = OwnMethod.objects.filter(gym_id=gym_id).order_by()
    movements = OwnMovement.objects.filter(gym_id=gym_id).order_by()
    words = GymWord.objects.filter(gym_id=gym_id).order_by()
    return methods.values_list(Value("method"), "slug", "fields", Value("")).union(
        movements.values_list(Value("movement"), "slug", "fields", Value("")),
        words.values_list(Value("word"), "word", none, "movement"),
        all=True,
    )


def vocabulary_of(gym: Gym) -> Vocabulary:
    """What this gym calls things: one query, and the same catalog object as long as its movements and methods
    stay the same."""
    rows: dict[str, list[tuple[str, Any]]] = {"method": [], "movement": [], "word": []}
    for kind, name, fields, meaning in _taught(gym.pk).all():
        rows[kind].append((name, meaning if kind == "word" else fields))
    catalog = with_methods(rows["method"], with_own(rows["movement"]))
    return vocabulary(catalog, rows["word"])


def _coach_of(gym: Gym, by: Person) -> None:
    if not by.coaches_in(gym.pk):
        raise PermissionError("Only a coach of this gym can change its words and movements.")


@transaction.atomic
def teach_word(gym: Gym, by: Person, word: str, movement: str) -> GymWord:
    """From now on this gym's ``word`` means ``movement``, or (empty) is no work. Raises NotTaught."""
    _coach_of(gym, by)
    word = " ".join(word.split())
    if not plain(word):
        raise NotTaught("word", "There is no word to remember; it needs at least one letter or digit.")
    if len(word) > 80:
        raise NotTaught(
            "word", f"“{word[:40]}…” is too long for one word; up to 80 letters can be remembered."
        )
    if movement and movement not in vocabulary_of(gym).catalog.movements:
        raise NotTaught("movement", f"There is no movement '{movement}' any more; choose another.")
    if gym.words.count() >= MOST_WORDS:
        raise NotTaught("word", f"{MOST_WORDS} words are remembered already; forget some first.")
    known = gym.words.values_list("word", flat=True)
    key = next((other for other in known if plain(other) == plain(word)), word)
    return GymWord.objects.update_or_create(gym=gym, word=key, defaults={"movement": movement})[0]


def forget_word(gym: Gym, by: Person, word_id: int) -> None:
    """The word means nothing of its own again."""
    _coach_of(gym, by)
    gym.words.filter(pk=word_id).delete()


@transaction.atomic
def add_movement(
    gym: Gym, by: Person, name: str, like: str, positions: Sequence[str] | None = None
) -> OwnMovement:
    """A movement of the gym's own, made from a similar one. Raises CatalogError naming the field at fault."""
    _coach_of(gym, by)
    if gym.own_movements.count() >= MOST_MOVEMENTS:
        raise NotTaught(
            "name", f"This gym has {MOST_MOVEMENTS} movements of its own already; delete some first."
        )
    catalog = vocabulary_of(gym).catalog
    name = " ".join(name.split())
    fields = similar_to(catalog, like, name, positions=positions)
    slug = own_id(name, catalog.movements)
    own_movement(catalog, slug, fields)
    return OwnMovement.objects.create(gym=gym, slug=slug, fields=fields)


@transaction.atomic
def remove_movement(gym: Gym, by: Person, slug: str) -> None:
    """The movement goes, and the words that meant it."""
    _coach_of(gym, by)
    gym.own_movements.filter(slug=slug).delete()
    gym.words.filter(movement=slug).delete()


@transaction.atomic
def save_method(
    gym: Gym, by: Person, base: str, changes: dict[str, Any], slug: str = "", made_on: int = 1
) -> OwnMethod:
    """The gym's own copy of a method, or new changes to one it has (``slug``). Raises CatalogError naming
    the field at fault, and Stale when that one changed after version ``made_on``."""
    _coach_of(gym, by)
    stands = gym.own_methods.select_for_update().filter(slug=slug).first() if slug else None
    if stands:
        check_version("This method", stands.version, made_on)
    if not slug and gym.own_methods.count() >= MOST_METHODS:
        raise NotTaught("name", f"This gym has {MOST_METHODS} methods of its own already; delete some first.")
    catalog = vocabulary_of(gym).catalog
    # a copy of a copy goes back to the built-in one
    made_from = gym.own_methods.filter(slug=slug or base).values_list("base", flat=True).first() or base
    fields = copy_of(catalog, made_from if slug else base, changes)
    slug = slug or own_id(str(fields["name"]), catalog.methods)
    own_method(catalog, slug, fields)
    version = stands.version + 1 if stands else 1
    return OwnMethod.objects.update_or_create(
        gym=gym, slug=slug, defaults={"base": made_from, "fields": fields, "version": version}
    )[0]


@transaction.atomic
def remove_method(gym: Gym, by: Person, slug: str) -> None:
    """The method goes; what used it goes back to the one it was made from."""
    _coach_of(gym, by)
    for own in gym.own_methods.filter(slug=slug):
        drafts = PrepDraft.objects.filter(session__gym=gym, method=slug)
        Session.objects.filter(draft__in=drafts).update(version=F("version") + 1)
        drafts.update(method=own.base)
        Gym.objects.filter(pk=gym.pk, method=slug).update(method=own.base)
        own.delete()


def export_movements(gym: Gym) -> str:
    """The gym's own movements as a file."""
    return write_movements(gym.own_movements.values_list("slug", "fields"))


class Taken(NamedTuple):
    """How many movements of a file were new, replaced, and the same already."""

    added: int
    changed: int
    same: int


@transaction.atomic
def import_movements(gym: Gym, by: Person, text: str) -> Taken:
    """Take every movement of a file: new ones are added, known ones replaced. Nothing is saved unless all are
    valid."""
    _coach_of(gym, by)
    before = dict(gym.own_movements.values_list("slug", "fields"))
    rows = read_movements(text)
    together = len({*before, *rows})
    if together > MOST_MOVEMENTS:
        most = f"up to {MOST_MOVEMENTS} are kept"
        raise NotTaught("file", f"With these the gym would have {together} movements of its own; {most}.")
    changed = {slug: fields for slug, fields in rows.items() if before.get(slug) != fields}
    for slug, fields in changed.items():
        OwnMovement.objects.update_or_create(gym=gym, slug=slug, defaults={"fields": fields})
    added = len(set(changed) - set(before))
    return Taken(added, len(changed) - added, len(rows) - len(changed))
