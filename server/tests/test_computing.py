"""Where the core runs for the server: a task has a limit, a gym its turn, and what is kept follows its
inputs."""

import os
import threading
import time
from unittest import mock

from django.db import DatabaseError, connection, connections
from django.test import TestCase, TransactionTestCase

from core.catalog import load_catalog
from core.catalog.own import copy_of, with_methods
from core.documents.published import standing_of
from core.reading import read_workout
from core.reading.vocabulary import vocabulary
from server.computing import run
from server.computing.helpers import Busy, Helper, HelperFailed, Helpers, RefusedThere, TooLong
from server.computing.models import Kept
from server.computing.stored import core_digest, kept, kept_glances
from server.computing.tasks import bench_json
from server.prep.drafts import session_ask
from server.shelf.actions import teach_word, vocabulary_of
from server.tests.gyms import SmallGym

SECRET = "five-burpees-of-somebody"


class Limits(TestCase):
    def test_a_task_is_ended_at_its_limit_and_the_next_one_works(self):
        """Sleeping past the limit: TooLong about then, its process gone; the same helper answers again."""
        helpers = Helpers(count=1, limit_s=0.4)
        self.addCleanup(helpers.end)
        before = helpers.run(os.getpid)
        started = time.perf_counter()
        with self.assertRaises(TooLong) as ended:
            helpers.run(time.sleep, 30)
        self.assertLess(time.perf_counter() - started, 2)
        self.assertIn("takes too long", str(ended.exception))
        with self.assertRaises(ProcessLookupError):
            os.kill(before, 0)
        self.assertNotEqual(helpers.run(os.getpid), before)

    def test_what_goes_wrong_there_is_told_here(self):
        """The core's refusal keeps its field and words; a fault is its kind and places, without values; a
        process that is killed is a fault of ours, and another stands in its place."""
        helpers = Helpers(limit_s=30, count=1)
        self.addCleanup(helpers.end)
        with self.assertRaisesMessage(RefusedThere, "no text to read") as refused:
            helpers.run(read_workout, "")
        self.assertEqual(refused.exception.field, "text")
        with self.assertRaises(HelperFailed) as failed:
            helpers.run(int, SECRET)
        self.assertEqual(str(failed.exception), "ValueError")
        with self.assertRaises(HelperFailed):
            helpers.run(os._exit, 3)
        self.assertEqual(helpers.run(len, "four"), 4)

    def test_a_worker_that_is_ended_while_it_warms_up_says_nothing(self):
        """Helpers that cannot be started leave no thread with a traceback; the next task tells what is
        wrong."""
        helpers = Helpers(limit_s=5)
        with (
            mock.patch.object(Helper, "_ready", side_effect=RuntimeError("shutting down")),
            mock.patch.object(threading, "excepthook") as said,
        ):
            helpers.warm()
            for thread in threading.enumerate():
                if thread.name.endswith("(_warm_one)"):
                    thread.join()
            said.assert_not_called()
            with self.assertRaises(RuntimeError):
                helpers.run(len, "four")

    def test_a_gym_that_asks_for_more_than_can_be_meant_is_asked_to_wait(self):
        """With its turns taken, the next is Busy at once; another gym is not."""
        with mock.patch.dict(run._inside, {1: run.WAITING + 1}):
            with self.assertRaises(Busy):
                run.compute(1, len, "four")
            self.assertEqual(run.compute(2, len, "four"), 4)

    def test_the_database_has_limits_of_its_own(self):
        """No statement over 10 s, no wait over 5 s, and values that travel apart from statements."""
        with connection.cursor() as cursor:
            for name, value in (("statement_timeout", "10s"), ("lock_timeout", "5s")):
                cursor.execute(f"show {name}")
                self.assertEqual(cursor.fetchone(), (value,))


class Turns(TransactionTestCase):
    def test_one_computation_a_gym_at_a_time_and_two_gyms_side_by_side(self):
        """Three sleeps of one gym take three times as long as one; of two gyms, less."""

        def together(*gyms) -> float:
            def job(gym):
                try:
                    run.compute(gym, time.sleep, 0.3)
                finally:
                    connections.close_all()

            threads = [threading.Thread(target=job, args=(gym,)) for gym in gyms]
            started = time.perf_counter()
            for thread in threads:
                thread.start()
            for thread in threads:
                thread.join()
            return time.perf_counter() - started

        together(1, 2)  # both helpers stand
        self.assertGreater(together(1, 1, 1), 0.9)
        self.assertLess(min(together(1, 2) for _ in range(3)), 0.55)

    def test_the_databases_own_log_holds_no_value(self):
        """A statement that fails for what was typed leaves nothing of it in PostgreSQL's log."""
        for statement in ("select %s::int", "insert into gym_gym (name) values (%s)"):
            with self.assertRaises(DatabaseError), connection.cursor() as cursor:
                cursor.execute(statement, [SECRET])
        with connection.cursor() as cursor:
            cursor.execute("select pg_read_file(current_setting('data_directory') || '/../log')")
            self.assertNotIn(SECRET, cursor.fetchone()[0])


class KeptValues(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")

    def glance(self, text="5 burpees"):
        return kept_glances(self.home.gym.pk, [text], vocabulary_of(self.home.gym))[0]

    def test_the_same_asked_again_is_not_computed_again(self):
        """Nor for two days with one text; but for another text, another word, another core."""
        with mock.patch("server.computing.stored.compute", side_effect=run.compute) as compute:
            kept_glances(self.home.gym.pk, ["5 burpees", "5 burpees"], vocabulary_of(self.home.gym))
            self.glance()
            self.assertEqual(compute.call_count, 1)
            self.glance("6 burpees")
            self.assertEqual(compute.call_count, 2)
            teach_word(self.home.gym, self.home.coach, "flumes", "burpee")
            self.glance()
            self.assertEqual(compute.call_count, 3)
            with mock.patch("server.computing.stored.core_digest", return_value="another"):
                self.glance()
            self.assertEqual(compute.call_count, 4)
        self.assertEqual(Kept.objects.filter(gym=self.home.gym).count(), 4)
        self.assertEqual(len(core_digest()), 64)

    def test_what_is_kept_is_what_is_computed(self):
        """A class's problem and a day at a glance, kept and fresh: equal."""
        ask = session_ask(self.home.session, self.home.gym_class)
        for _ in range(2):
            self.assertEqual(kept(self.home.gym.pk, standing_of, ask), standing_of(ask))
            self.assertEqual(
                [one.id for one in self.glance("9 thrusters").asks if one.kind == "reach"][:1],
                ["wrist.extension"],
            )

    def test_a_gyms_own_rows_travel_with_the_ask(self):
        """A method of the gym's own plans the same in a helper as here."""
        catalog = load_catalog()
        own = with_methods([("own-x", copy_of(catalog, "flow", {"name": "Ours", "max_hold_s": 5}))], catalog)
        words = vocabulary(own, [("flumes", "burpee")])
        ask = session_ask(self.home.session)
        ask = type(ask)(text="12 flumes", minutes=10, method="own-x", words=words)
        self.assertEqual(run.compute(self.home.gym.pk, bench_json, ask), bench_json(ask))
