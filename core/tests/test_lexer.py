"""The quick lexer and the remembered shapes give what lark alone would."""

import random
import unittest

from lark import Lark

from core.reading.lexer import first_characters
from core.reading.tokens import MOST_LADDER, _grammar, expand_ladder, tokenize
from core.tests.fuzzing import TEXTS, mutated

GRAMMAR = _grammar()


class Lexer(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        from pathlib import Path

        import core.reading.tokens as tokens

        text = (Path(tokens.__file__).parent / "line.lark").read_text(encoding="utf-8")
        cls.plain = Lark(text, start="line", parser="lalr", lexer="basic", maybe_placeholders=False)

    def lines(self):
        seed = random.Random(5)
        for text in (*TEXTS, *(mutated(seed) for _ in range(150))):
            yield from (
                line.lower() for line in text.split("\n") if line.strip() and len(line.lower()) == len(line)
            )

    def test_tokens_are_those_of_larks_own_lexer(self):
        """Terminal, text and place of every token of the corpus and of mutated lines."""
        for line in self.lines():
            theirs = [(str(one.type), str(one), one.start_pos, one.end_pos) for one in self.plain.lex(line)]
            self.assertEqual(GRAMMAR.lexer.scan(line), theirs, line)

    def test_remembered_shapes_are_those_of_a_fresh_parse(self):
        """Two lines of one sequence of token kinds join alike: asking again gives what parsing each line gives."""
        for line in self.lines():
            GRAMMAR.phrases(line, line)
            kinds = tuple(leaf[0] for leaf in GRAMMAR.lexer.scan(line))
            fresh = tuple((str(tree.data), len(tree.children)) for tree in self.plain.parse(line).children)
            self.assertEqual(GRAMMAR.shapes[kinds], fresh, line)

    def test_phrases_lie_in_order_inside_the_line(self):
        """Columns grow, nothing overlaps, and the text of a phrase is the line's."""
        for line in self.lines():
            end = 0
            for phrase in tokenize(line):
                self.assertGreaterEqual(phrase.column, end)
                self.assertEqual(line[phrase.column : phrase.end], phrase.text)
                end = phrase.end

    def test_any_phrase_may_follow_a_number_and_a_times_sign(self):
        """Whatever the corpus says anywhere can stand after '3x': no text fails to parse."""
        for line in self.lines():
            for phrase in tokenize(line):
                tokenize(f"3x {phrase.text}")
                tokenize(f"5 x {line[phrase.column :]}")

    def test_a_ladder_to_millions_is_cut(self):
        """A typo of eight digits makes no list of that length."""
        for text in ("2...63798055", "1 to 63798055"):
            self.assertLessEqual(len(expand_ladder(tokenize(text)[0])[0]), MOST_LADDER, text)


class FirstCharacters(unittest.TestCase):
    def test_what_an_expression_can_start_with(self):
        """Literals, classes, choices, options, look-arounds and what cannot be told."""
        for expression, starts, not_starts in (
            ("abc", "a", "bx"),
            ("[a-c]x", "abc", "dx"),
            ("a|b", "ab", "c"),
            ("a?b", "ab", "c"),
            (r"(?<=\d)x", "x", "1"),
            (r"\d+k", "09", "k"),
            ("[^a]", "b1", "a"),
        ):
            found = first_characters(expression)
            self.assertTrue(set(starts) <= found, expression)
            self.assertFalse(set(not_starts) & found, expression)
        self.assertIsNone(first_characters("a*"))
