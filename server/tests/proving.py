"""``./chalk bench faults`` and ``./chalk bench delivery``: what takes too long for the tests. Run on a
database of its own; the mail server is a process on loopback whose log is the truth."""

from __future__ import annotations

import datetime
import json
import os
import random
import signal
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.db import connections
from django.test import override_settings
from django.utils import timezone

from server.computing.run import helpers
from server.delivery.ledger import Message, queue
from server.delivery.models import Delivery
from server.delivery.sending import LEASE_S, send_waiting
from server.gym.models import Gym
from server.programme.models import GymClass
from server.publishing.actions import publish_class
from server.publishing.making import make
from server.publishing.models import MemberSheet, Publication
from server.schedule.looking import look
from server.schedule.models import Planned, Rule
from server.tests.gyms import SmallGym
from server.tests.mailserver import SMTP, MailServer

KILLS = 1_000
PEOPLE = 20
SETTLE_S = 0.06  # after a death the mail server may still be saying yes
CLASSES = 12  # of each gym, for the rate
WARM_S = 6.0  # until the workers and their helpers are there
QUEUED = 2_000  # waiting for the evening, while something near changes
SEED = 16


@contextmanager
def mail_process() -> Iterator[Path]:
    """A mail server in a process of its own; gives the file that it notes each message in before it says
    yes."""
    log = Path(tempfile.mkdtemp()) / "taken"
    log.touch()
    port, told = os.pipe()
    connections.close_all()
    child = os.fork()
    if not child:
        _serve(log, told)
    number = int(os.read(port, 10))
    try:
        with override_settings(EMAIL_BACKEND=SMTP, EMAIL_HOST="127.0.0.1", EMAIL_PORT=number):
            yield log
    finally:
        os.kill(child, signal.SIGKILL)
        os.waitpid(child, 0)


def _serve(log: Path, told: int) -> None:
    class Noting(MailServer):
        async def handle_DATA(self, server, session, envelope):  # aiosmtpd's name
            answer = await super().handle_DATA(server, session, envelope)
            with log.open("a") as file:
                file.write(f"{self.ids()[-1]}\n")
            self.taken.clear()
            return answer

    with Noting() as server:
        os.write(told, str(server.port).encode())
        while True:
            time.sleep(60)


def gym_of(name: str, people: int = PEOPLE, classes: int = 1) -> SmallGym:
    """A gym with so many on the roster of each of its classes, all of them due by its rule."""
    home = SmallGym(name)
    members = [*home.members, *(home.person(f"Member{one} Row", "member") for one in range(people - 3))]
    for number in range(classes - 1):
        home.session.classes.create(
            starts_at=home.gym_class.starts_at + datetime.timedelta(minutes=number + 1), coach=home.coach
        )
    for gym_class in home.session.classes.all():
        gym_class.people.set(members)
    Rule.objects.create(gym=home.gym, how="hours", hours=12)
    return home


def worker(job: Callable[[], object], kill_after_s: float | None = None) -> bool:
    """Run job() in a process forked from this warm one; killed after a while, or not. Whether it was."""
    connections.close_all()
    child = os.fork()
    if not child:
        try:
            job()
        finally:
            os._exit(0)
    until = time.monotonic() + (kill_after_s if kill_after_s is not None else 60)
    while time.monotonic() < until:
        done, _ = os.waitpid(child, os.WNOHANG)
        if done:
            return False
        time.sleep(0.001)
    os.kill(child, signal.SIGKILL)
    os.waitpid(child, 0)
    return True


def faults() -> dict[str, dict[str, float]]:
    """A thousand workers killed at random moments between the schedule and the last mark; after each, another
    goes on. Lost and doubled by the mail server's own log."""
    chance = random.Random(SEED)
    home = gym_of("Kiln Row")
    gym_class = GymClass.objects.select_related("session__gym").get(pk=home.gym_class.pk)
    made = make(gym_class, gym_class.session)
    kills = rounds = lost = doubled = unexplained = versions = 0
    with (
        mail_process() as log,
        mock.patch("server.schedule.looking.make_if_ready", return_value=([], made)),
    ):
        whole_s = _clean_round(home, log)
        while kills < KILLS:
            _fresh(log)
            now, explained, rounds = timezone.now(), set[str](), rounds + 1

            def work(now: datetime.datetime = now) -> None:
                look(now)
                send_waiting(lambda: now)

            while worker(work, chance.uniform(0, whole_s)):
                kills += 1
                time.sleep(SETTLE_S)
                explained |= _taken(log) - _marked()
                now += datetime.timedelta(seconds=LEASE_S + 1)
                work.__defaults__ = (now,)
            later = now + datetime.timedelta(seconds=LEASE_S + 1)
            worker(lambda later=later: work(later))
            ids = log.read_text().split()
            words = set(Delivery.objects.filter(kind="ready").values_list("word", flat=True))
            twice = {word for word in words if ids.count(word) > 1}
            lost += len(words - set(ids)) + (PEOPLE - len(words))
            doubled += len(twice)
            unexplained += len(twice - explained)
            versions += Publication.objects.count()
    figures = {"kills": kills, "rounds": rounds, "mails": rounds * PEOPLE, "lost": lost, "doubled": doubled}
    return {"faults": {**figures, "doubled elsewhere": unexplained, "versions a round": versions / rounds}}


def _clean_round(home: SmallGym, log: Path) -> float:
    """Seconds that one round takes undisturbed."""
    now = timezone.now()
    begun = time.perf_counter()
    worker(lambda: (look(now), send_waiting(lambda: now)))
    taken_s = time.perf_counter() - begun
    if len(_taken(log)) != PEOPLE:
        raise RuntimeError(f"a clean round took {len(_taken(log))} mails of {PEOPLE}")
    return taken_s


def _fresh(log: Path) -> None:
    for model in (Delivery, Publication, Planned):
        model.objects.all().delete()
    log.write_text("")


def _taken(log: Path) -> set[str]:
    return set(log.read_text().split())


def _marked() -> set[str]:
    return set(Delivery.objects.filter(state="handed over").values_list("word", flat=True))


def delivery() -> dict[str, dict[str, float]]:
    """Sheets a second, by one worker and by two, with their rows and messages, and against bare inserts of
    the same rows; from "send" to handed over; and what is near before what waits for the evening."""
    results: dict[str, dict[str, float]] = {}
    for workers in (1, 2):
        rate_s = _rate(workers)
        bare_s = _bare()
        share = {"rate": rate_s, "of a bare insert": rate_s / bare_s}
        results[f"sheets a second, {workers} at work"] = share
        sizes = [len(json.dumps(own)) for own in MemberSheet.objects.values_list("own", flat=True)]
        results["a member's row"] = {"mean bytes": sum(sizes) / len(sizes), "largest": max(sizes)}
        Gym.objects.all().delete()
    with mail_process() as log, _working():
        results["a class of 20"] = {"send to handed over s": _send_to_handed(log)}
        results[f"near before {QUEUED} that wait"] = {"s": _near_first(log)}
    return results


def _rate(workers: int) -> float:
    """Sheets a second: as many gyms as workers, each with its own classes, so that no gym's turn is waited
    for."""
    for number in range(workers):
        gym_of(f"Kiln{number}{workers} Row", classes=CLASSES)
    now = timezone.now()
    gate, opens = os.pipe()
    children = []
    for gym_class in GymClass.objects.order_by("session_id", "pk").distinct("session_id"):
        connections.close_all()
        child = os.fork()
        if not child:
            helpers.warm()
            make(gym_class, gym_class.session)
            os.read(gate, 1)
            look(now)
            os._exit(0)
        children.append(child)
    time.sleep(WARM_S)
    begun = time.perf_counter()
    os.write(opens, b"!" * workers)
    for child in children:
        os.waitpid(child, 0)
    taken_s = time.perf_counter() - begun
    sheets = MemberSheet.objects.count()
    if sheets != workers * CLASSES * PEOPLE:
        raise RuntimeError(f"{sheets} sheets of {workers * CLASSES * PEOPLE}")
    return sheets / taken_s


def _bare() -> float:
    """The same rows again, with nothing worked out: inserted and taken away. Sheets a second."""
    publications = list(Publication.objects.prefetch_related("sheets"))
    told = {row.gym_class_id: [] for row in publications}
    for row in Delivery.objects.all():
        told[row.gym_class_id].append(row)
    sheets = 0
    begun = time.perf_counter()
    for publication in publications:
        own = list(publication.sheets.all())
        rows = told[publication.gym_class_id]
        copy = Publication(**{name: getattr(publication, name) for name in _COPIED}, version=1_000)
        copy.save()
        MemberSheet.objects.bulk_create(
            MemberSheet(publication=copy, person_id=one.person_id, own=one.own, kept_to=one.kept_to)
            for one in own
        )
        Delivery.objects.bulk_create(
            Delivery(**{name: getattr(row, name) for name in _OF_A_ROW}, cause="bare") for row in rows
        )
        sheets += len(own)
    taken_s = time.perf_counter() - begun
    Publication.objects.filter(version=1_000).delete()
    Delivery.objects.filter(cause="bare").delete()
    return sheets / taken_s


_COPIED = ("gym_class_id", "kind", "digest", "page", "words", "changes", "drills")
_OF_A_ROW = (
    "gym_id",
    "gym_class_id",
    "person_id",
    "channel",
    "kind",
    "subject",
    "link",
    "queued_at",
    "due_at",
)


@contextmanager
def _working() -> Iterator[None]:
    """A worker as ./chalk start runs one."""
    mail = f"smtp://127.0.0.1:{settings.EMAIL_PORT}"
    environment = {**os.environ, "CHALK_MAIL_URL": mail, "CHALK_DEMO": "0"}
    process = subprocess.Popen([sys.executable, "manage.py", "work"], env=environment)
    time.sleep(6)  # until it listens
    try:
        yield
    finally:
        process.terminate()
        process.wait(20)


def _send_to_handed(log: Path) -> float:
    home = gym_of("Osier Barn")
    Rule.objects.all().delete()
    gym_class = GymClass.objects.select_related("session__gym").get(pk=home.gym_class.pk)
    make(gym_class, gym_class.session)  # its helpers are warm, as a web server's are
    begun = time.perf_counter()
    publish_class(gym_class, home.coach)
    return _until(log, set(Delivery.objects.values_list("word", flat=True)), begun)


def _near_first(log: Path) -> float:
    home = gym_of("Slate Yard")
    Rule.objects.all().delete()
    far = home.session.classes.create(starts_at=timezone.now() + datetime.timedelta(hours=14))
    crowd = [home.person(f"Crowd{one} Row", "member") for one in range(QUEUED)]
    queue(far, "v1", [Message(person, Delivery.Kind.READY, "/m/x") for person in crowd])
    near = home.session.classes.create(starts_at=timezone.now() + datetime.timedelta(hours=1))
    near.people.set(home.members)
    time.sleep(1)
    begun = time.perf_counter()
    publish_class(near, home.coach)
    words = set(Delivery.objects.filter(gym_class=near).values_list("word", flat=True))
    return _until(log, words, begun)


def _until(log: Path, words: set[str], begun: float) -> float:
    while not words <= _taken(log):
        if time.perf_counter() - begun > 120:
            raise RuntimeError(f"{len(words - _taken(log))} of {len(words)} were not handed over")
        time.sleep(0.01)
    return time.perf_counter() - begun
