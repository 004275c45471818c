"""The quick lexer and the remembered shapes give what lark alone would."""

import random
import unittest

import regex
from lark import Lark

from core.reading.lexer import ASCII, declared_starts
from core.reading.lexer import GRAMMAR as GRAMMAR_TEXT
from core.reading.tokens import MOST_LADDER, _grammar, expand_ladder, tokenize
from core.tests.fuzzing import TEXTS, mutated

GRAMMAR = _grammar()
PLAIN = Lark(GRAMMAR_TEXT, start="line", parser="lalr", lexer="basic", maybe_placeholders=False)


class Lexer(unittest.TestCase):
    def lines(self):
        seed = random.Random(5)
        for text in (*TEXTS, *(mutated(seed) for _ in range(150))):
            yield from (
                line.lower() for line in text.split("\n") if line.strip() and len(line.lower()) == len(line)
            )

    def test_tokens_are_those_of_larks_own_lexer(self):
        """Terminal, text and place of every token of the corpus and of mutated lines."""
        for line in self.lines():
            theirs = [(str(one.type), str(one), one.start_pos, one.end_pos) for one in PLAIN.lex(line)]
            self.assertEqual(GRAMMAR.lexer.scan(line), theirs, line)

    def test_remembered_shapes_are_those_of_a_fresh_parse(self):
        """Two lines of one sequence of token kinds join alike: asking again gives what parsing each line
        gives."""
        for line in self.lines():
            GRAMMAR.phrases(line, line)
            kinds = tuple(leaf[0] for leaf in GRAMMAR.lexer.scan(line))
            fresh = tuple((str(tree.data), len(tree.children)) for tree in PLAIN.parse(line).children)
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


class DeclaredStarts(unittest.TestCase):
    """What line.lark says a terminal can start with, held against the regex package, whose partial matching
    tells whether one more character could still lead to a match."""

    BEFORE = ("", " ", "3", "3 ", "x ", "a", "ft", "(", "kg ", "5'")  # what a look-behind may want to see
    OTHERS = (
        "\u00e9\u00df\u00d7\u00bd\u00b2\u2026\u2019\u2013\u2014\u2032\u2033"
        "\u2192\u0663\u4e2d\u00b0\u20ac\U0001f4aa\u0130\u0131"
    )

    def can_start(self, expression: regex.Pattern, character: str) -> bool:
        """Whether a match of at least this character may begin here."""
        for before in self.BEFORE:
            match = expression.match(before + character, len(before), partial=True)
            if match and (match.partial or match.end() > len(before)):
                return True
        return False

    def test_no_terminal_starts_with_a_character_it_does_not_declare(self):
        """Every terminal against every ASCII character and a score of others: what could start it is
        declared, so no line can lose a token to the quick lexer."""
        starts = declared_starts(GRAMMAR_TEXT)
        terminals = [terminal for terminal in PLAIN.terminals if terminal.name not in PLAIN.ignore_tokens]
        self.assertEqual({terminal.name for terminal in terminals}, set(starts))
        characters = [chr(code) for code in range(ASCII) if not chr(code).isspace()] + list(self.OTHERS)
        for terminal in terminals:
            expression = regex.compile(terminal.pattern.to_regexp(), regex.VERSION0)
            undeclared = [
                character
                for character in characters
                if not starts[terminal.name].include(character) and self.can_start(expression, character)
            ]
            self.assertEqual(undeclared, [], terminal.name)

    def test_a_missing_declaration_would_be_seen(self):
        """The check itself: the word terminal without its letters is caught."""
        word = next(terminal for terminal in PLAIN.terminals if terminal.name == "WORD")
        self.assertTrue(self.can_start(regex.compile(word.pattern.to_regexp()), "a"))
        self.assertFalse(self.can_start(regex.compile(r"(?<=\d)x"), "y"))
        self.assertTrue(self.can_start(regex.compile(r"(?<=\d)x"), "x"))
