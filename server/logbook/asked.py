"""What sessions asked, noted down as they were read, so that years are looked at without reading them
again."""

from __future__ import annotations

import datetime
import hashlib
from collections.abc import Sequence

from core.log import joint_loads
from server.computing.stored import kept_glances
from server.gym.models import Gym
from server.logbook.models import SessionAsked
from server.programme.models import Session
from server.shelf.actions import vocabulary_of

AT_ONCE = 40  # boards that one look at the log reads; the rest is read in the background


def told_of(text: str) -> str:
    """A digest of a board: what was noted holds as long as it does."""
    return hashlib.sha256(text.encode()).hexdigest()


def note_asked(gym: Gym, since: datetime.date, until: datetime.date, most: int = AT_ONCE) -> int:
    """Note down what the sessions of some days ask, the newest first; how many are left for another time."""
    rows = Session.objects.filter(gym=gym, date__range=(since, until)).order_by("-date", "-pk")
    noted = dict(
        SessionAsked.objects.filter(session__gym=gym, session__date__range=(since, until)).values_list(
            "session_id", "told"
        )
    )
    stale = [(pk, text) for pk, text in rows.values_list("pk", "text") if noted.get(pk) != told_of(text)]
    _note(gym, stale[:most])
    return max(0, len(stale) - most)


def _note(gym: Gym, stale: Sequence[tuple[int, str]]) -> None:
    if not stale:
        return
    glances = kept_glances(gym.pk, [text for _, text in stale], vocabulary_of(gym))
    rows = []
    for (pk, text), seen in zip(stale, glances, strict=True):
        demands = {asked.id: asked.score for asked in seen.asks}
        joints = {joint: round(load, 4) for joint, load in joint_loads(demands).items()}
        rows.append(
            SessionAsked(
                session_id=pk, told=told_of(text), joints=joints, demands=demands, contacts=seen.contacts
            )
        )
    SessionAsked.objects.bulk_create(
        rows,
        update_conflicts=True,
        unique_fields=["session"],
        update_fields=["told", "joints", "demands", "contacts"],
    )
