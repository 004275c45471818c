"""One line of text -> phrases with their places. The grammar is line.lark; this file gives its leaves a
type."""

from __future__ import annotations

import re
from dataclasses import replace
from functools import lru_cache
from typing import NamedTuple

from lark import Lark, Tree

from core.reading.joining import (
    MOST_REPS_OF_A_SET,
    MOST_SETS_OF_A_LIFT,
    join_phrases,
    lifts_by_letter,
    reps_in_words,
)
from core.reading.ladder_words import join_ladders, join_slow_reps
from core.reading.lexer import GRAMMAR, Leaf, LineLexer
from core.reading.numerals import COUNT_WORDS, number_of, numbers
from core.reading.phrases import Phrase
from core.reading.steps import join_steps
from core.reading.units import SECOND_PER, UNIT_OF

# look-alikes a keyboard or a phone puts in; one character each, so columns stay true
LOOK_ALIKES = str.maketrans(
    {
        "×": "x",
        "✕": "x",
        "✖": "x",
        "⨯": "x",
        "’": "'",
        "‘": "'",
        "´": "'",
        "`": "'",
        "“": '"',
        "”": '"',
        "″": '"',
        "′": "'",
        "–": "-",
        "—": "-",
        "−": "-",
        "‑": "-",
        "\t": " ",
        "\u00a0": " ",
        "\u2009": " ",
        "\u202f": " ",
        "→": ">",
        "＋": "+",
        "：": ":",
        "✅": " ",
        "\ufe0f": " ",
        "\u200b": " ",
        "\ufeff": " ",
    }
)
FRACTIONS = {(1.0, 2.0): 0.5, (1.0, 4.0): 0.25, (3.0, 4.0): 0.75, (1.0, 3.0): 1 / 3}
KIND_OF = {"SETS": "set-word", "X_ALONE": "x"}
# keywords whose digits are read
NUMBERED = frozenset(("EVERY", "EXPECT", "TEAM", "RIR", "RM", "RPE", "STATION", "INTERVAL"))
RULE_AFTER_X = {"LADDER": "count", "SPAN": "count", "ONE_SIDED": "words", "NAME_WITH": "words"}
FRACTION_UNITS = ("mile", "km", "k")
MOST_LADDER = 60
SHORTEST_SPAN = 4
CACHED_LINES = 8192
MOST_SHAPES = 20_000


class Joined(NamedTuple):
    """Tokens that make one phrase: the rule, and how many there are."""

    rule: str
    tokens: int


_STEP = re.compile(r"\d{2,3}(?:[.,]5(?!\d))?")
_UNIT_AT_END = re.compile(r"(?:%|kgs?|lbs?)$")
_CLEAN_AND_JERK = re.compile(r"(?<!\w)c\+j(?!\w)")
_PLUS_OF_PERCENT = re.compile(r"(?<=\d)\+(?=%)")  # "80+ %"
_HYPHEN_OF_ROUNDS = re.compile(r"(?<=\d)-(?=(?:rounds?|sets?)(?!\w))")  # "a 3-round chipper"
_WITH_SIGN = re.compile(r"(?<![\w/])w/(?=\s|\d|[a-z]{2})")  # "w/ 3 s pause"
_PLUS_OF_LOAD = re.compile(r"(?<=\d/)\+(?=\d)")  # "+10/+5 kg"
_IN_EACH_HAND = re.compile(
    r"(?<!\d)(2\s?x\s?\d+(?:[.,]\d+)?)\s?(?:kgs?|lbs?)?\s?/\s?2\s?x\s?(?=\d)"
)  # "2x22.5/2x15", "2 x 24 kg / 2 x 16 kg"
_PLUS_OF_LAST_SET = re.compile(r"(?<=\d)\+(?=\s*(?:reps?\b|@|$|\.\.))")  # "5+ @ 85 %": five or more


@lru_cache(maxsize=1)
def _grammar() -> _Grammar:
    return _Grammar()


class _Grammar:
    """The grammar of a line. How tokens join into phrases hangs on their kinds alone, so it is worked out
    once for every sequence of kinds and remembered: boards repeat few shapes of lines."""

    def __init__(self) -> None:
        self.lark = Lark(GRAMMAR, start="line", parser="lalr", lexer=LineLexer, maybe_placeholders=False)
        self.lexer = LineLexer(self.lark.parser.lexer_conf)
        self.shapes: dict[tuple[str, ...], tuple[Joined, ...]] = {}

    def _parsed(self, lower: str) -> tuple[Joined, ...]:
        """How the tokens of a line join."""
        phrases = self.lark.parse(lower).children
        return tuple(Joined(str(tree.data), len(tree.children)) for tree in phrases if isinstance(tree, Tree))

    def phrases(self, lower: str, line: str) -> list[Phrase]:
        leaves = self.lexer.scan(lower)
        kinds = tuple(leaf[0] for leaf in leaves)
        shape = self.shapes.get(kinds)
        if shape is None:
            if len(self.shapes) >= MOST_SHAPES:
                self.shapes.clear()
            shape = self._parsed(lower)
            self.shapes[kinds] = shape
        found: list[Phrase] = []
        place = 0
        for rule, count in shape:
            found.extend(_phrases(rule, leaves[place : place + count], line))
            place += count
        return found


@lru_cache(maxsize=CACHED_LINES)
def tokenize(line: str) -> tuple[Phrase, ...]:
    """The phrases of one line, in order. Any text is accepted. A line read before is answered from memory."""
    seen = line if line.isascii() and "`" not in line and "\t" not in line else line.translate(LOOK_ALIKES)
    lower = seen.lower()
    if len(lower) != len(seen):  # a letter whose small form is longer: keep such letters as they are
        lower = "".join(letter.lower() if len(letter.lower()) == 1 else letter for letter in seen)
    if "+" in lower:
        lower = _PLUS_OF_LOAD.sub("0", _PLUS_OF_LAST_SET.sub(" ", lower))
    if "+" in lower:
        lower = _CLEAN_AND_JERK.sub("c&j", _PLUS_OF_PERCENT.sub(" ", lower))
    if "/" in lower and "x" in lower:
        lower = _IN_EACH_HAND.sub(lambda said: f"{said[1]}/".ljust(len(said[0]), "0"), lower)
    if "-r" in lower or "-s" in lower:
        lower = _HYPHEN_OF_ROUNDS.sub(" ", lower)
    if "w/" in lower:
        lower = _WITH_SIGN.sub("w ", lower)
    phrases = join_steps(_grammar().phrases(lower, line), line)
    lifts = lifts_by_letter(_waves(_written_out(phrases))) if "+" in lower else _waves(_written_out(phrases))
    joined = join_phrases(reps_in_words(lifts, line), line)
    return tuple(join_ladders(join_slow_reps(joined, line), line))


def _whole(text: str) -> tuple[float, ...]:
    return tuple(number_of(piece) for piece in re.findall(r"\d+", text))


def _phrases(rule: str, leaves: list[Leaf], line: str) -> list[Phrase]:
    """One phrase of a rule, or the three of a number, a times sign and something that is no amount."""
    if rule != "apart":
        return [_phrase(rule, leaves, line)]
    rules = ("count", "punctuation", RULE_AFTER_X.get(leaves[2].terminal, "keyword"))
    return [_phrase(one, [leaf], line) for one, leaf in zip(rules, leaves, strict=False)]


def _phrase(rule: str, leaves: list[Leaf], line: str) -> Phrase:
    start, end = leaves[0][2], leaves[-1][3]
    text = line[start:end]
    if rule == "words":
        return Phrase("words", text, start, end)
    if rule == "count":
        return _count(leaves[0], text, start, end)
    if rule in ("measure", "sets"):
        found = {name: value for name, value, _, _ in leaves}
        counts = [value for name, value, _, _ in leaves if name == "NUMS"]
        return (_measure if rule == "measure" else _sets)(found, counts, text, start, end)
    name = leaves[0][0]
    if rule == "clock":
        return Phrase("clock", text, start, end, (float(seconds_of_clock(leaves[0][1])),), "s")
    return Phrase(
        KIND_OF.get(name) or name.lower().replace("_", "-"),
        text,
        start,
        end,
        _whole(text) if name in NUMBERED else (),
    )


def seconds_of_clock(text: str) -> int:
    """':40', '1:30', '1:02:03' and 3'30\" -> seconds."""
    pieces = [int(piece or 0) for piece in re.split(r"[:'\"]", text.replace(" ", "").rstrip('"'))]
    total = 0
    for piece in pieces:
        total = total * 60 + piece
    return total


def _measure(found: dict[str, str], counts: list[str], text: str, start: int, end: int) -> Phrase:
    times = (
        int(numbers(counts[0])[0])
        if len(counts) == 2 or (counts and ("CLOCK" in found or "SCHEME" in found))
        else 1
    )
    if "CLOCK" in found:
        return Phrase("measure", text, start, end, (float(seconds_of_clock(found["CLOCK"])),), "s", times)
    if "STEPS" in found:
        return _steps(found["STEPS"], counts, text, start, end)
    unit = UNIT_OF[found["UNIT"].strip("-. ")]
    if "SCHEME" in found:
        return Phrase("measure", text, start, end, _whole(found["SCHEME"]), unit, times, form="list")
    values = numbers(counts[-1])
    if unit in FRACTION_UNITS and values in FRACTIONS:
        values = (FRACTIONS[values],)
    return Phrase("measure", text, start, end, values, unit, times, len(values) > 1)


def _steps(written: str, counts: list[str], text: str, start: int, end: int) -> Phrase:
    """'70, 72.5, 75 %': a load for each set."""
    values = tuple(number_of(one.replace(",", ".")) for one in _STEP.findall(written))
    unit = UNIT_OF[_UNIT_AT_END.search(written).group()]  # type: ignore[union-attr]  # the grammar demands one
    times = int(numbers(counts[0])[0]) if counts else 1
    return Phrase("measure", text, start, end, values, unit, times, form="list")


def _sets(found: dict[str, str], counts: list[str], text: str, start: int, end: int) -> Phrase:
    times = int(numbers(counts[0])[0])
    if "SUM" in found:
        return Phrase("sets", text, start, end, _whole(found["SUM"]), "", times, form="sum")
    if "SCHEME" in found:
        return Phrase("sets", text, start, end, _whole(found["SCHEME"]), "", times, form="list")
    values = numbers(counts[1])
    form = "first-pair" if len(numbers(counts[0])) > 1 else ""
    return Phrase("sets", text, start, end, values, "", times, len(values) > 1, form)


def _count(leaf: Leaf, text: str, start: int, end: int) -> Phrase:
    name, written = leaf[0], leaf[1]
    if name == "NUMS":
        values = numbers(written)
        if len(values) > 2:
            return Phrase("scheme", text, start, end, values)  # "25/20/15/10/5"
        return Phrase("count", text, start, end, values, pair=len(values) > 1)
    if name == "LADDER":
        ends = re.search(r"(?:\.{2,}|…)\D*(\d+)\s*$", written)
        return Phrase("ladder", text, start, end, _whole(written), form="closed" if ends else "open")
    return Phrase(name.lower(), text, start, end, _whole(written))


def is_load_times_reps(phrase: Phrase) -> bool:
    """'80x3', '100 x 5': nobody does so many sets of a lift, so the first number is its load."""
    if phrase.kind != "sets" or phrase.form or phrase.pair:
        return False
    return phrase.times > MOST_SETS_OF_A_LIFT and phrase.values[0] <= MOST_REPS_OF_A_SET


def how_many(phrase: Phrase) -> int:
    """The number that 'six stations' or '3 stations' begins with; 0 where it says none."""
    first = phrase.text.lower().split()[0]
    return int(first) if first.isdecimal() else int(COUNT_WORDS.get(first, 0))


def seconds_of(phrase: Phrase) -> int | None:
    """Seconds a phrase says, or None when it says no time."""
    if phrase.kind == "clock":
        return int(phrase.values[0])
    if phrase.kind == "measure" and phrase.unit in SECOND_PER:
        from_start = phrase.form == "list" and phrase.values[0] == 0  # "0-12 min"
        return round(phrase.values[-1 if from_start else 0] * SECOND_PER[phrase.unit])
    if phrase.kind == "measure" and phrase.unit == "single-mark":
        return int(phrase.values[0] * 60)
    if phrase.kind == "measure" and phrase.unit == "double-mark":
        return int(phrase.values[0])
    return None


def whole_ladder(values: tuple[int, ...]) -> tuple[int, ...]:
    """'10-1' and '1-10' name every rung between; any other list is itself."""
    if len(values) != 2 or 1 not in values or abs(values[0] - values[1]) < SHORTEST_SPAN:
        return values
    step = 1 if values[1] > values[0] else -1
    return tuple(range(values[0], values[1] + step, step)[:MOST_LADDER])


def _written_out(phrases: list[Phrase]) -> list[Phrase]:
    """'1-2-3-...-10 squat cleans, burpees': a ladder with an end above a list on its line is a scheme; so is
    '10 to 1: burpees and swings'."""
    colon = next((at for at, one in enumerate(phrases[:6]) if one.kind == "colon"), -1)
    labelled = colon > 0 and all(one.kind in ("words", "comma") for one in phrases[:colon])
    begin = colon + 1 if labelled else 1 if phrases and phrases[0].text.lower() == "from" else 0
    first = phrases[begin] if phrases[begin:] else None
    if first is not None and first.kind == "span" and not any(one.kind == "ladder-word" for one in phrases):
        rungs = whole_ladder(tuple(map(int, first.values)))
        if len(rungs) <= 2:
            return phrases
    else:
        listed = any(one.kind in ("comma", "plus", "and") for one in phrases[2:])
        if first is None or first.kind != "ladder" or first.form != "closed" or not listed:
            return phrases
        rungs, _ = expand_ladder(first)
    written = replace(first, kind="scheme", values=tuple(map(float, rungs)), form="")
    return [*phrases[:begin], written, *phrases[begin + 1 :]]


def _waves(phrases: list[Phrase]) -> list[Phrase]:
    """'3 x (3-2-1)', '3 x (400-300-200 m)': the list three times."""
    kinds = [one.kind for one in phrases]
    for at in range(len(kinds) - 4):
        count, scheme = phrases[at], phrases[at + 3]
        listed = scheme.kind == "scheme" or (scheme.kind == "measure" and scheme.form == "list")
        around = kinds[at : at + 3] == ["count", "x", "open"] and kinds[at + 4] == "close"
        if not (listed and around) or count.pair:
            continue
        if 1 < count.values[0] <= MOST_LADDER // len(scheme.values):
            values = scheme.values * int(count.values[0])
            wave = replace(scheme, column=count.column, end=phrases[at + 4].end, values=values)
            return [*phrases[:at], wave, *phrases[at + 5 :]]
    return phrases


def expand_ladder(phrase: Phrase) -> tuple[tuple[int, ...], int | None]:
    """A written ladder -> (every rung written or implied, the step when it goes on for ever)."""
    values = [int(value) for value in phrase.values]
    if phrase.kind == "span":
        low, high = values
        step = 1 if high >= low else -1
        return tuple(
            range(low, high + step, step)[:MOST_LADDER]
        ), None  # cut before it is built: a typo may name millions
    if phrase.form == "closed" and len(values) >= 2:
        unit = 1 if values[-1] > values[0] else -1
        step = values[1] - values[0] if len(values) > 2 else unit
        if step and (values[-1] - values[0]) % step == 0 and (values[-1] - values[0]) // step > 0:
            return tuple(range(values[0], values[-1] + step, step)[:MOST_LADDER]), None
        return tuple(values), None
    step = values[-1] - values[-2] if len(values) > 1 else 1
    return tuple(values), step or 1
