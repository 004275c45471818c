"""A gym's own movements and words: checked like the built-in ones, read like them, carried as files."""

import json
import unittest

from core.catalog import load_catalog
from core.catalog.own import own_id
from core.demand import Measurement, Person, derive
from core.errors import CatalogError, UnusableFile
from core.reading import read_workout
from core.reading.own import own_movement, read_movements, similar_to, with_own, write_movements
from core.reading.vocabulary import Vocabulary, vocabulary

CATALOG = load_catalog()


class Own(unittest.TestCase):
    def setUp(self):
        self.fields = similar_to(
            CATALOG, "walking-lunge", "flume", positions=["lunge-bottom", "overhead-lockout"]
        )
        self.slug = own_id("flume", CATALOG.movements)

    def test_a_movement_like_another_reads_and_asks_by_its_own_positions(self):
        """'20 flumes' is read, and asks an overhead that the lunge it came from does not."""
        catalog = with_own([(self.slug, self.fields)])
        workout = read_workout("20 flumes", catalog)
        self.assertEqual(workout.parts[0].work[0].movement, self.slug)
        stiff = [Person(ranges=(Measurement("shoulder.flexion", 140),))]
        self.assertGreater(derive(workout, stiff, catalog=catalog).score("shoulder.flexion"), 0.05)
        self.assertEqual(derive(read_workout("20 walking lunges"), stiff).score("shoulder.flexion"), 0)

    def test_equal_rows_give_the_same_catalog(self):
        """So that names and norms are worked out once a gym, not once a request."""
        self.assertIs(with_own([(self.slug, self.fields)]), with_own([(self.slug, dict(self.fields))]))
        self.assertIs(with_own([]), CATALOG)

    def test_bad_rows_name_their_field(self):
        """A position nobody knows, a pace backwards, a name that is taken, no name, nothing like it."""
        for change, field in (
            ({"positions": ["nowhere"]}, "positions"),
            ({"pace_s": [3, 1]}, "pace_s"),
            ({"name": "burpee"}, "name"),
            ({"name": "DB snatch"}, "name"),
            ({"name": "!!"}, "name"),
            ({"wings": 2}, "wings"),
        ):
            with self.assertRaises(CatalogError) as caught:
                own_movement(CATALOG, self.slug, {**self.fields, **change})
            self.assertEqual(caught.exception.field, field, change)
        with self.assertRaises(CatalogError):
            similar_to(CATALOG, "no-such-thing", "flume")

    def test_files_round_trip_and_bad_files_are_refused(self):
        """What is written reads back; other JSON, foreign ids and broken rows are refused in words."""
        text = write_movements([(self.slug, self.fields)])
        self.assertEqual(read_movements(text), {self.slug: self.fields})
        for bad, words in (
            ("{", "not JSON"),
            ("[]", "Expected a file"),
            (json.dumps({"kind": "dusty-chalk-movements", "movements": {"burpee": {}}}), "own-"),
            (text.replace('"lunge-bottom"', '"nowhere"'), "nowhere"),
        ):
            with self.assertRaisesRegex((UnusableFile, CatalogError), words):
                read_movements(bad)

    def test_ids_never_collide(self):
        """The same name twice gives two ids."""
        self.assertEqual(own_id("Sled row", ["own-sled-row"]), "own-sled-row-2")


class Words(unittest.TestCase):
    def test_taught_words_win_and_notes_stay_out_of_the_work(self):
        """A nickname means its movement; a word marked as no work is kept as a note and never unread."""
        words = vocabulary(CATALOG, [("the beast", "burpee"), ("flumes", ""), ("gone", "own-gone")])
        workout = words.read("12 the beast\n2 flumes each side\n5 gone")
        self.assertEqual(workout.parts[0].work[0].movement, "burpee")
        self.assertEqual([one.text for one in workout.unread], ["gone"])
        self.assertIn("flumes", workout.parts[0].notes)

    def test_an_assumption_confirmed_is_none_any_more(self):
        """After 'trusters' was confirmed it reads as exactly that."""
        self.assertTrue(read_workout("3 rounds of 12 trusters").parts[0].work[0].assumed)
        self.assertEqual(
            vocabulary(CATALOG, [("trusters", "thruster")])
            .read("3 rounds of 12 trusters")
            .parts[0]
            .work[0]
            .assumed,
            "",
        )

    def test_an_empty_vocabulary_reads_like_the_catalog(self):
        """Nothing taught changes nothing."""
        self.assertEqual(Vocabulary().read("5 RFT\n10 T2B"), read_workout("5 RFT\n10 T2B"))
