"""One line of text -> phrases with their places. The grammar is line.lark; this file gives its leaves a
type."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from typing import NamedTuple

from lark import Lark, Tree

from core.reading.lexer import GRAMMAR, Leaf, LineLexer
from core.reading.phrases import Phrase
from core.reading.steps import join_steps
from core.reading.units import LOAD_UNITS, SECOND_PER, UNIT_OF

# look-alikes a keyboard or a phone puts in; one character each, so columns stay true
LOOK_ALIKES = str.maketrans(
    {
        "×": "x",
        "✕": "x",
        "✖": "x",
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
VULGAR = {"¼": 0.25, "½": 0.5, "¾": 0.75}
COUNT_WORDS = {
    "one": 1.0,
    "twice": 2.0,
    "two": 2.0,
    "three": 3.0,
    "four": 4.0,
    "five": 5.0,
    "six": 6.0,
    "seven": 7.0,
    "eight": 8.0,
    "nine": 9.0,
    "ten": 10.0,
    "twelve": 12.0,
    "fifteen": 15.0,
    "twenty": 20.0,
    "thirty": 30.0,
    "forty": 40.0,
}
FRACTIONS = {(1.0, 2.0): 0.5, (1.0, 4.0): 0.25, (3.0, 4.0): 0.75, (1.0, 3.0): 1 / 3}
KIND_OF = {"SETS": "set-word", "X_ALONE": "x"}
# keywords whose digits are read
NUMBERED = frozenset(("EVERY", "EXPECT", "TEAM", "RIR", "RM", "RPE", "STATION", "INTERVAL"))
RULE_AFTER_X = {"LADDER": "count", "SPAN": "count", "ONE_SIDED": "words", "NAME_WITH": "words"}
FRACTION_UNITS = ("mile", "km", "k")
MOST_LADDER = 60
SHORTEST_SPAN = 4
MAX_DIGITS = 9  # longer numbers mean nothing on a board
CACHED_LINES = 8192
MOST_SHAPES = 20_000


SETS_OF_A_KIND = frozenset(
    (
        "back-off|backoff|back off|drop|down|top|working|work|heavy|hard|straight|giant|super|easy|light"
        "|quality|unbroken|solid|good|total|moderate|warm-up|big"
    ).split("|")
)


class Joined(NamedTuple):
    """Tokens that make one phrase: the rule, and how many there are."""

    rule: str
    tokens: int


REPS_IN_WORDS = {"singles": 1, "doubles": 2, "triples": 3}
MOST_IN_WORDS = 15  # "50 doubles" are skips
MOST_SETS_OF_A_LIFT = 15  # common practice
MOST_REPS_OF_A_SET = 20
FAR_APART = 5  # times; two standards are nearer
NEAR = 9  # phrases back that may belong to the one being read
PAIR_OF_SEXES = 4  # a number and a word for each
_ONE_NUMBER = ("count", "measure")
_BETWEEN_SEXES = ("colon", "comma", "slash", "bar", "and", "dash")
WOMEN = ("f", "w", "l", "girl", "♀")
_STEP = re.compile(r"\d{2,3}(?:[.,]5(?!\d))?")
_UNIT_AT_END = re.compile(r"(?:%|kgs?|lbs?)$")
_CLEAN_AND_JERK = re.compile(r"(?<!\w)c\+j(?!\w)")
_PLUS_OF_PERCENT = re.compile(r"(?<=\d)\+(?=%)")  # "80+ %"
_HYPHEN_OF_ROUNDS = re.compile(r"(?<=\d)-(?=(?:rounds?|sets?)(?!\w))")  # "a 3-round chipper"
_WITH_SIGN = re.compile(r"(?<![\w/])w/(?=\s|\d|[a-z]{2})")  # "w/ 3 s pause"
_PLUS_OF_LOAD = re.compile(r"(?<=\d/)\+(?=\d)")  # "+10/+5 kg"
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
    if "-r" in lower or "-s" in lower:
        lower = _HYPHEN_OF_ROUNDS.sub(" ", lower)
    if "w/" in lower:
        lower = _WITH_SIGN.sub("w ", lower)
    phrases = join_steps(_grammar().phrases(lower, line), line)
    return tuple(_joined(_reps_in_words(phrases, line), line))


def numbers(text: str) -> tuple[float, ...]:
    """'95/65' -> (95.0, 65.0); '1,5' is one and a half, '1,000' a thousand, '1½' one and a half."""
    return tuple(_number(piece.strip()) for piece in text.split("/"))


def _number(text: str) -> float:
    if text.isdigit() and len(text) <= MAX_DIGITS:
        return float(text)
    if text in COUNT_WORDS:
        return COUNT_WORDS[text]
    if text.endswith(")"):  # "five (5)"
        return float(text[text.index("(") + 1 : -1])
    if text and text[-1] in VULGAR:
        return float(text[:-1] or 0) + VULGAR[text[-1]]
    if re.fullmatch(r"\d{1,3}(,\d{3})+", text):
        text = text.replace(",", "")
    return float(text.replace(",", ".")) if len(text) <= MAX_DIGITS + 3 else float("1" + "0" * MAX_DIGITS)


def _whole(text: str) -> tuple[float, ...]:
    return tuple(_number(piece) for piece in re.findall(r"\d+", text))


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
    values = tuple(_number(one.replace(",", ".")) for one in _STEP.findall(written))
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


def _reps_in_words(phrases: list[Phrase], line: str) -> list[Phrase]:
    """'5 triples at 80 %', '5 sets of doubles', 'triples x 5': one, two or three repetitions a set."""
    said = [at for at, one in enumerate(phrases) if one.text.lower() in REPS_IN_WORDS and one.kind == "words"]
    if len(said) != 1:
        return phrases
    at = said[0]
    kinds = [one.kind for one in phrases]
    weighed = any(one.unit in LOAD_UNITS or one.kind in ("at", "rpe", "every") for one in phrases)
    if kinds[max(0, at - 3) : at] == ["count", "set-word", "of"]:
        first, last, count = at - 3, at, at - 3
    elif kinds[at + 1 : at + 3] == ["x", "count"]:
        first, last, count = at, at + 2, at + 2
    elif at and kinds[at - 1] == "count" and weighed and phrases[at - 1].values[0] <= MOST_IN_WORDS:
        first, last, count = at - 1, at, at - 1
    else:
        return phrases
    reps, column, end = REPS_IN_WORDS[phrases[at].text.lower()], phrases[first].column, phrases[last].end
    times = int(phrases[count].values[0])
    sets = Phrase("sets", line[column:end], column, end, (float(reps),), "", times)
    return [*phrases[:first], sets, *phrases[last + 1 :]]


def _joined(phrases: list[Phrase], line: str) -> list[Phrase]:
    """'24kg/16kg', '60 kg / 40 kg' and '135 lb/95' become one measure with two standards; '5 sets of 3' and
    '2 back-off sets of 5' sets."""
    kept: list[Phrase] = []
    for phrase in phrases:
        if (told := _of_both_sexes(kept, phrase)) is not None:
            kept[told:] = [_standards([*kept[told:], phrase], line)]
        elif _is_set_at_load(kept, phrase):
            kept[-1:] = [replace(kept[-1], kind="x"), phrase]
        elif (reps := _labelled_sets(kept, phrase)) is not None:
            first = kept[reps]
            kept[reps:] = [replace(_sets_of(kept[reps + 2], phrase, line), column=first.column)]
            kept[-1] = replace(kept[-1], text=line[first.column : phrase.end])
        elif _adds_a_standard(kept, phrase):
            first = kept[-2]
            text = line[first.column : phrase.end]
            kept[-2:] = [
                replace(first, end=phrase.end, values=first.values + phrase.values, pair=True, text=text)
            ]
        elif _numbers_a_partner(kept, phrase):
            text = line[kept[-1].column : phrase.end]
            kept[-1] = replace(kept[-1], kind="words", end=phrase.end, text=text)
        elif (apart := _minutes_and_count(kept, phrase)) is not None:
            kept.extend(apart)
        elif _says_which_sets(kept, phrase):
            first = kept.pop()
            text = line[first.column : phrase.end]
            kept.append(replace(phrase, kind="which-sets", column=first.column, text=text))
        elif (counted := _counted_sets(kept, phrase)) is not None:
            first = kept[counted]
            kept[counted:] = [_sets_of(first, phrase, line)]
        else:
            if (
                phrase.kind == "rounds"
                and [one.text for one in kept[-2:-1]] == ["/"]
                and kept[-2].kind == "x"
            ):
                kept[-2] = replace(kept[-2], kind="slash")  # "100 kg / 4 rounds" after all
            if _names_a_kind_of_sets(kept, phrase):
                kind = kept.pop()
                kept[-1] = replace(kept[-1], end=kind.end, text=line[kept[-1].column : kind.end])
            kept.append(phrase)
    return kept


_WHO = ("partner", "athlete", "person", "member", "week", "day", "phase", "cycle", "month")


def _numbers_a_partner(kept: list[Phrase], phrase: Phrase) -> bool:
    """'partner 2 does 5 burpees', 'week 2': who or when, and no amount."""
    if not _plain_count(phrase) or phrase.values[0] > PAIR_OF_SEXES or not kept:
        return False
    who = kept[-1].kind == "words" or kept[-1].text.lower() == "partner"
    return who and kept[-1].text.lower().split()[-1] in _WHO


_APART = re.compile(r"(\d{1,2})(\s+[-–—]\s+)(\d{1,3})")


def _minutes_and_count(kept: list[Phrase], phrase: Phrase) -> list[Phrase] | None:
    """'EMOM 10 - 5 power snatches': ten minutes, and five of them; no list."""
    said = _APART.fullmatch(phrase.text) if phrase.kind == "scheme" else None
    if said is None or not kept or kept[-1].kind not in ("every", "amrap"):
        return None
    column = phrase.column
    first, sign, last = (
        Phrase(kind, said[group], column + said.start(group), column + said.end(group), values)
        for kind, group, values in (
            ("count", 1, (float(said[1]),)),
            ("dash", 2, ()),
            ("count", 3, (float(said[3]),)),
        )
    )
    return [first, sign, last]


def _says_which_sets(kept: list[Phrase], phrase: Phrase) -> bool:
    """'sets 4-6 at 77 %'."""
    if phrase.kind != "scheme" or not kept or kept[-1].text.lower() != "sets":
        return False
    counted = len(kept) > 1 and kept[-2].kind == "count"
    rising = len(phrase.values) == 2 and phrase.values[0] < phrase.values[1] <= MOST_SETS_OF_A_LIFT
    return rising and not counted


def _of_both_sexes(kept: list[Phrase], phrase: Phrase) -> int | None:
    """Where 'M 42.5 kg, F 30 kg' or '60 kg men, 40 kg women' begins, when ``phrase`` is its last word."""
    if phrase.kind != "sex" and phrase.kind not in _ONE_NUMBER:
        return None
    near = range(max(0, len(kept) - NEAR), len(kept))
    told = [at for at in near if kept[at].kind not in _BETWEEN_SEXES][-3:]
    said = [*(kept[at] for at in told), phrase]
    if len(said) < PAIR_OF_SEXES or (said[0].kind == "sex") == (said[1].kind == "sex"):
        return None
    numbers = [one for one in said if one.kind in _ONE_NUMBER and not one.pair and not one.form]
    sexes = [one for one in said if one.kind == "sex"]
    units = {one.unit for one in numbers} - {""}
    return told[0] if len(numbers) == len(sexes) == 2 and len(units) < 2 else None


def _standards(said: Sequence[Phrase], line: str) -> Phrase:
    """The men's number and the women's as one phrase with two standards."""
    first, second = (one for one in said if one.kind in _ONE_NUMBER)
    sex = next(one.text.lower() for one in said if one.kind == "sex")
    values = first.values + second.values
    column, end = said[0].column, said[-1].end
    return replace(
        second if second.unit else first,
        column=column,
        end=end,
        text=line[column:end],
        values=values[::-1] if sex.startswith(WOMEN) else values,
        pair=True,
    )


def _is_set_at_load(kept: list[Phrase], phrase: Phrase) -> bool:
    """'80%/3', '100 kg/5': so many at a load; '60 kg/40' are two standards."""
    beside = len(kept) >= 2 and kept[-1].kind == "slash" and kept[-2].unit in LOAD_UNITS
    few = beside and _plain_count(phrase) and phrase.values[0] <= MOST_REPS_OF_A_SET
    return few and 3 * phrase.values[0] < kept[-2].values[0]


def _labelled_sets(kept: list[Phrase], phrase: Phrase) -> int | None:
    """Where 'Sets: 5, reps: 3' begins, counted from the end, when ``phrase`` is its last number."""
    kinds = [one.kind for one in kept[-6:] if one.kind != "comma"][-5:]
    if kinds != ["set-word", "colon", "count", "reps", "colon"] or not _plain_count(phrase):
        return None
    return -6 if kept[-3].kind == "comma" else -5


def _adds_a_standard(kept: list[Phrase], phrase: Phrase) -> bool:
    beside = len(kept) >= 2 and kept[-1].kind == "slash" and kept[-2].kind == "measure"
    return beside and _continues(kept[-2], phrase)


def _names_a_kind_of_sets(kept: list[Phrase], phrase: Phrase) -> bool:
    """'2 back-off sets': the word between says nothing of its own."""
    counted = (
        phrase.kind == "set-word" and len(kept) >= 2 and kept[-1].kind == "words" and _plain_count(kept[-2])
    )
    return counted and kept[-1].text.lower() in SETS_OF_A_KIND


def _counted_sets(kept: list[Phrase], phrase: Phrase) -> int | None:
    """Where the count of '5 sets of 3' stands, counted from the end, when ``phrase`` is its last number."""
    of = 1 if kept and kept[-1].kind == "of" else 0
    if phrase.kind not in ("count", "scheme") or len(kept) < 2 + of:
        return None
    return -2 - of if kept[-1 - of].kind == "set-word" and _plain_count(kept[-2 - of]) else None


def _sets_of(first: Phrase, phrase: Phrase, line: str) -> Phrase:
    form = "list" if phrase.kind == "scheme" else ""
    text, times = line[first.column : phrase.end], int(first.values[0])
    return Phrase("sets", text, first.column, phrase.end, phrase.values, "", times, phrase.pair, form)


def _plain_count(phrase: Phrase) -> bool:
    return phrase.kind == "count" and not phrase.pair


def _continues(first: Phrase, second: Phrase) -> bool:
    if first.form or second.form or second.times not in (1, first.times) or first.unit in SECOND_PER:
        return False
    if second.kind == "count" and FAR_APART * second.values[0] < first.values[0]:
        return False  # "100 kg / 4 rounds"
    return second.kind == "count" or (second.kind == "measure" and second.unit == first.unit)


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
