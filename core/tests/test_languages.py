"""Boards in other languages: data that stands for words the reader knows, and places that stay true."""

import re
import unittest

import yaml
from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.reading import read_workout
from core.reading.languages import (
    TELLING_WORD,
    WORDS,
    Translated,
    Translator,
    fold,
    languages,
    shown_languages,
)
from core.reading.names import Names
from core.reading.tokens import tokenize

CATALOG = load_catalog()
NAMES = Names(CATALOG)
SECONDS = {
    "sec": "seconds",
    "seconds": "seconds",
    "work": "on",
    "on": "on",
    "scaling": "scaled",
    "scaled": "scaled",
}
WORD = re.compile(r"[^\W\d_]+")
# one line each as a coach of the language would write it (from memory), with what it asks
LINES = (
    ("Calentamiento: 3 rondas de 10 sentadillas, 200 m carrera", [("air-squat", 30), ("run", 600)]),
    ("4 rondas por tiempo\n12 peso muerto 80/55 kg\n15 dominadas", [("deadlift", 48), ("pull-up", 60)]),
    ("Kraft: Kniebeuge vorne 5x3 @ 80%\nPause 2 Min", [("front-squat", 15)]),
    ("3 Runden auf Zeit\n400 m Laufen\n12 Klimmzüge", [("run", 1200), ("pull-up", 36)]),
    ("5 tours pour le temps\n10 tractions\n15 pompes", [("pull-up", 50), ("push-up", 75)]),
    ("Force : soulevé de terre 5x5 @ 75 %\nrepos 2 min", [("deadlift", 25)]),
    ("3 rondas por tempo\n20 agachamentos\n500 m remo", [("air-squat", 60), ("row", 1500)]),
    ("5 giri a tempo\n10 trazioni\n20 piegamenti", [("pull-up", 50), ("push-up", 100)]),
)


class Data(unittest.TestCase):
    def test_every_movement_word_stands_for_a_movement(self):
        """The English of each entry under movements is a name of the catalog, exactly."""
        for path in WORDS.glob("*.yaml"):
            table = yaml.load(path.read_text(encoding="utf-8"), Loader=yaml.BaseLoader)
            for english in table["movements"]:
                match = NAMES.find(english)
                self.assertTrue(
                    match and match.confidence == 1 and not match.left_over, f"{path.stem}: {english}"
                )

    def test_a_term_stands_for_one_thing_and_has_no_digit(self):
        """'3er-Team' is told by its digit, which is no letter: as a term it was every team's."""
        for path in WORDS.glob("*.yaml"):
            table = yaml.load(path.read_text(encoding="utf-8"), Loader=yaml.BaseLoader)
            said: dict[str, str] = {}
            for english, term in (
                (english, term)
                for group in table.values()
                if isinstance(group, dict)
                for english, terms in group.items()
                for term in terms
            ):
                self.assertFalse(any(sign.isdecimal() for sign in term), f"{path.stem}: {term}")
                same = SECONDS.get(said.setdefault(fold(term), english)) == SECONDS.get(english, "")
                self.assertTrue(same or said[fold(term)] == english, f"{path.stem}: {term}")

    def test_one_word_tells_a_language_where_no_english_board_has_it(self):
        """'10 Klimmzüge', '10 tractions': a line alone; 'Adaptations', 'Novices: ..' are English."""
        for text, language in (
            ("10 Klimmzüge", "german"),
            ("Kreuzheben 5x5", "german"),
            ("30 salti sul box", "italian"),
            ("10 dominadas", "spanish"),
            ("50 flexões", "portuguese"),
            ("1 min gainage", "french"),
        ):
            self.assertIn(language, shown_languages(text), text)
        for text in (
            "Novices: 5 pull-ups",
            "Ensemble of 4, 800 m run",
            "Frontal raise 3x10",
            "Lunge 10, total 50",
        ):
            self.assertEqual(shown_languages(text), (), text)

    def test_no_word_of_an_english_movement_shows_a_language(self):
        """'thruster' is written so everywhere, and tells of no language; short words never do."""
        movements = CATALOG.movements.values()
        english = {
            word
            for row in movements
            for name in (row.name, *row.aliases)
            for word in WORD.findall(fold(name))
        }
        for language in languages():
            shown = {word for word in language.shows & english if len(word) >= TELLING_WORD}
            self.assertEqual(shown, set(), language.name)

    def test_every_format_word_stands_for_something_the_grammar_knows(self):
        """The English of each entry under formats and units is more than plain words."""
        how = {"easy", "light", "heavy", "strict", "together", "alternating", "as you like", "two to a bar"}
        plain = how | {"the", "instead of", "as possible", "remaining time"}
        plain |= {"one works", "one rests"}  # each is half of what the grammar knows
        plain |= {"with", "on", "off", "station", "for", "in", "odd", "even", "work"}
        for path in WORDS.glob("*.yaml"):
            table = yaml.load(path.read_text(encoding="utf-8"), Loader=yaml.BaseLoader)
            for english in {*table["formats"], *table["units"]} - plain:
                kinds = {phrase.kind for phrase in tokenize(f"3 {english} 5")}
                self.assertNotEqual(kinds, {"count", "words"}, f"{path.stem}: {english}")

    def test_five_languages(self):
        self.assertEqual(
            [one.name for one in languages()], ["french", "german", "italian", "portuguese", "spanish"]
        )


class Reading(unittest.TestCase):
    def test_a_line_of_each_is_read(self):
        for text, wanted in LINES:
            works = read_workout(text).works
            found = [(work.movement, work.reps or work.distance_m) for work in works]
            self.assertEqual(found, wanted, text)

    def test_words_and_places_stay_the_text_s_own(self):
        text = "3 Runden auf Zeit\n12 Klimmzüge\n15 Zottelhopser"
        workout = read_workout(text)
        self.assertEqual(
            [(work.text, work.line, work.column) for work in workout.works], [("Klimmzüge", 2, 4)]
        )
        self.assertEqual(
            [(one.text, one.line, one.column) for one in workout.unread], [("Zottelhopser", 3, 4)]
        )

    def test_several_languages_in_one_text(self):
        metcon = "Metcon: 3 rondas por tiempo\n10 dominadas\n15 burpees"
        text = f"Strength: back squat 5x5\n{metcon}\nPause 2 Min zwischen den Runden"
        self.assertEqual([work.reps for work in read_workout(text).works], [25, 30, 45])

    def test_english_texts_show_no_language(self):
        for text in (
            "Warm up: 10 PVC pass throughs\nOf course you may row\n5 rounds, rest 2 min",
            "Course: main hall\n3 rounds of plank, press and pull",
        ):
            self.assertEqual(shown_languages(text), (), text)


class Translation(unittest.TestCase):
    @settings(deadline=None)  # a busy machine breaks no line
    @given(st.text(max_size=80))
    def test_every_column_leads_back_into_the_line(self, text):
        """Whatever the line, a stretch of the English stands for a stretch of the text."""
        translated = Translator([one.name for one in languages()]).line(Translated(text))
        for place in range(len(translated.text)):
            start, end = translated.written(place, place + 1)
            self.assertTrue(0 <= start < max(1, end) <= max(1, len(text)), (text, place))

    @settings(deadline=None)  # a busy machine breaks no line
    @given(st.text(max_size=80))
    def test_folding_keeps_columns(self, text):
        self.assertEqual(len(fold(text)), len(text))
