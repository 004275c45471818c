"""Deaths, and many at once, between the schedule and the mail server: nothing is lost, and a mail goes twice
only where it cannot be known whether it went."""

import datetime
import smtplib
import threading
from concurrent.futures import ThreadPoolExecutor
from unittest import mock

from django.db import close_old_connections, connection
from django.db.backends.base.base import BaseDatabaseWrapper
from django.test import TransactionTestCase
from django.utils import timezone

from server.delivery import sending
from server.delivery.models import Delivery
from server.delivery.sending import LEASE_S, claim, send_waiting
from server.programme.models import GymClass
from server.publishing.actions import publish_class
from server.publishing.making import make
from server.publishing.models import Publication
from server.schedule.looking import look
from server.schedule.models import Planned, Rule
from server.tests.gyms import SmallGym
from server.tests.mailserver import MailServer
from server.tests.test_delivery import MINUTE, states


class Killed(BaseException):
    """The worker is gone at once."""


class Death:
    """A worker of its own that dies at a point. Everything it does is a point before it and one after: each
    statement, each commit, each line to the mail server and each answer. From that point on its line to the
    database and the one to the mail server are cut, and nothing it tries happens."""

    def __init__(self, point: int) -> None:
        self.point, self.passed = point, []
        self.connections, self.lines = [], []

    def run(self, job) -> list[str]:
        """Run job() until it is done or dead; what was passed."""
        with ThreadPoolExecutor(1) as worker:
            worker.submit(self._work, job).result()
        return self.passed[: self.point + 1]

    @property
    def dead(self) -> bool:
        return len(self.passed) > self.point

    def _work(self, job) -> None:
        with (
            self._around(smtplib.SMTP, "putcmd"),
            self._around(smtplib.SMTP, "getreply"),
            self._around(BaseDatabaseWrapper, "_commit"),
            connection.execute_wrapper(self._statement),
        ):
            try:
                job()
            except BaseException:
                if not self.dead:
                    raise
        self._cut()
        connection.close()

    def _at(self, what: str) -> None:
        self.passed.append(what)
        if connection.connection not in self.connections:
            self.connections.append(connection.connection)
        if self.dead:
            self._cut()
            raise Killed(what)

    def _cut(self) -> None:
        for line in self.lines:
            if line is not None:
                line.close()
        for own in self.connections:
            if own is not None:
                own.close()

    def _around(self, owner, name):
        original, death = getattr(owner, name), self

        def run(self, *args, **kwargs):
            death._at(f"before {name}")
            if owner is smtplib.SMTP:
                death.lines.append(self.sock)
            result = original(self, *args, **kwargs)
            death._at(f"after {name}")
            return result

        return mock.patch.object(owner, name, run)

    def _statement(self, execute, sql, params, many, context):
        self._at(f"before {sql[:30]}")
        result = execute(sql, params, many, context)
        self._at(f"after {sql[:30]}")
        return result


class Faults(TransactionTestCase):
    """From the schedule to the mail server with a death at every point, once."""

    def setUp(self):
        self.home = SmallGym("Kiln Row")
        self.home.gym_class.people.set(self.home.members[:2])
        Rule.objects.create(gym=self.home.gym, how="hours", hours=12)

    def run_all(self, now):
        """A minute of the worker: what is due goes out, what waits is handed over."""
        look(now)
        send_waiting(lambda: now)

    def fresh(self):
        for model in (Delivery, Publication, Planned):
            model.objects.all().delete()

    def test_a_death_at_every_point_loses_nothing_and_doubles_only_where_it_must(self):
        """After each death another worker goes on, first at once and then when the claim has run out: every
        member has their mail; one has it twice only if the server's yes was not written down, under the same
        name; and there is one version."""
        gym_class = GymClass.objects.select_related("session__gym").get(pk=self.home.gym_class.pk)
        made = make(gym_class, gym_class.session)
        now = timezone.now()
        lease = now + datetime.timedelta(seconds=LEASE_S + 1)
        with (
            mock.patch("server.schedule.looking.make_if_ready", return_value=([], made)),
        ):
            with MailServer() as server:
                points = Death(10**6).run(lambda: self.run_all(now))
            self.assertEqual(len(server.taken), 2)
            doubled = 0
            for point in range(len(points)):
                self.fresh()
                with MailServer() as server:
                    Death(point).run(lambda: self.run_all(now))
                    taken = set(server.ids())
                    marked = set(Delivery.objects.filter(state="handed over").values_list("word", flat=True))
                    self.run_all(now + MINUTE)
                    self.run_all(lease + MINUTE)
                told = f"killed {points[point]}, point {point}"
                words = set(Delivery.objects.values_list("word", flat=True))
                self.assertEqual((set(server.ids()), len(words)), (words, 2), told)
                unmarked = taken - marked
                self.assertLessEqual(len(unmarked), 1, told)
                twice = {word for word in words if server.ids().count(word) > 1}
                self.assertEqual(twice, unmarked, told)
                self.assertEqual(set(states().values()), {"handed over"}, told)
                self.assertEqual(Publication.objects.count(), 1, told)
                doubled += bool(twice)
        self.assertGreater(len(points), 100)
        self.assertGreater(doubled, 3)

    def test_two_schedulers_and_four_workers_at_once_send_each_once(self):
        """Started together, three times over: one version, one mail each, each taken once."""
        gate = threading.Barrier(6)

        def work(job):
            close_old_connections()
            gate.wait()
            try:
                job()
            finally:
                connection.close()

        with MailServer() as server:
            with ThreadPoolExecutor(6) as pool:
                list(pool.map(work, [look, look, *[lambda: send_waiting()] * 4]))
            with ThreadPoolExecutor(6) as pool:
                list(pool.map(work, [look, look, *[lambda: send_waiting()] * 4]))
        self.assertEqual(Publication.objects.count(), 1)
        self.assertEqual(sorted(server.to()), sorted(one.email for one in self.home.members[:2]))

    def test_a_worker_that_lost_its_claim_marks_nothing(self):
        """Its claim ran out while the server thought about it: another worker has the row by then."""
        publish_class(self.home.gym_class, self.home.coach)
        now = timezone.now()
        (first, _) = claim(now)
        (again, _) = claim(now + datetime.timedelta(seconds=LEASE_S + 1))
        self.assertEqual(first.pk, again.pk)
        sending._mark(first, state=Delivery.State.HANDED, handed_at=now)
        self.assertEqual(Delivery.objects.get(pk=first.pk).state, "sending")
