"""Every notation of formats against its own examples and counter-examples, and the table in the docs made of
them."""

import unittest
from pathlib import Path

from core.reading.formats import format_words, read_format
from core.reading.line import Line
from core.reading.notations import notations
from core.reading.notations.table import BEGIN, END, table
from core.reading.scan import Scan

DOCS = Path(__file__).parents[2] / "docs" / "reading.md"


def line(text: str) -> Line:
    """A line with a list below it."""
    read = Line(1, text)
    read.followed = True
    return read


def takers(text: str) -> list[str]:
    """The notations that would read a line, in the order in which they are tried."""
    return [one.name for one in notations() if one.read(Scan(line(text))) is not None]


class Notations(unittest.TestCase):
    def test_examples_are_read_by_their_own_entry(self):
        """The format each example says; an entry that takes another's line is named."""
        for notation in notations():
            self.assertTrue(notation.examples, notation.name)
            for example in notation.examples:
                who = takers(example.line)
                self.assertEqual(who[:1], [notation.name], f"{example.line!r} is taken by {who}")
                found = read_format(line(example.line))
                self.assertEqual(found.format, example.format, example.line)

    def test_counter_examples_are_not(self):
        """Lines with the same words that mean something else."""
        for notation in notations():
            self.assertTrue(notation.counter_examples, notation.name)
            for text in notation.counter_examples:
                self.assertNotIn(notation.name, takers(text), text)

    def test_every_entry_is_tried_at_its_own_rank(self):
        """No two entries share a rank, so that their order is said and not found by chance."""
        ranks = [one.rank for one in notations()]
        self.assertEqual(ranks, sorted(set(ranks)))

    def test_the_table_in_the_docs_is_made_of_them(self):
        """docs/reading.md says what the entries say; ./chalk types writes it anew."""
        said = DOCS.read_text(encoding="utf-8").partition(BEGIN)[2].partition(END)[0].strip()
        self.assertEqual(said, table().strip())

    def test_every_example_has_words(self):
        """The mark under a format says something."""
        for notation in notations():
            for example in notation.examples:
                self.assertTrue(format_words(example.format))
