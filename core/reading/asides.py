"""Words of a line that nobody has taken: an aside, which is kept as a note, or something to ask about."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.board_words import board_words
from core.reading.headings import AROUND
from core.reading.line import SILENT, Line
from core.reading.numerals import COUNT_WORDS
from core.reading.plain_words import plain_words
from core.reading.prose import COUNTED, bare_words
from core.reading.rows import Row

LONGEST_LABEL = 2
LEAST_SPELLED = 5  # "one works" and "two bars" count nothing that is done
_WORDS = SILENT | {"words", "unit", "rounds", "every", "rest"}
_ENDS = frozenset(("comma", "then", "and", "or", "plus", "colon", "dash"))  # between two pieces of a line

_TAKEN_BACK = re.compile(
    r"^\W*(?P<said>[^.!?:;\n]{3,80}\?+\s*(?:no|nope|nah|wrong|not\s+today|we\s+(?:do"
    r"n['’]?t|do\s+not)\s+have\s+(?:one|it|that|any))\s*"
    r"(?:[.,!;:–—-][\s.,!;:–—-]*|$|(?=just\b|only\b)))(?:(?:just|only|but)\s+)?",
    re.IGNORECASE,
)


def taken_back(rows: Sequence[Row]) -> None:
    """'21-15-9? No! 15-12-9': a question and its no, of which nothing is done."""
    for row in rows:
        said = _TAKEN_BACK.match(row.text) if "?" in row.text else None
        if said is not None:
            row.marks.append((*said.span("said"), "asked, and answered with no"))
            row.text = " " * said.end("said") + row.text[said.end("said") :]


def is_aside(line: Line, run: Sequence[int]) -> bool:
    """Whether a run of phrases (indices) of a line is words by the way: nothing counts them, they stand in no
    list of bare names, they name nothing that is held, and beside them the line says something else."""
    phrases = line.phrases
    if any(phrases[index].kind not in _WORDS or phrases[index].values for index in run):
        return False
    if run[-1] + 1 < len(phrases) and phrases[run[-1] + 1].kind == "colon":
        return _labels_a_name(line, run)  # else it rules what follows
    if rounds_of_it(line, run):
        return False
    counts = any(letter.isdigit() for index in run for letter in phrases[index].text)  # "R400"
    if counts or line.told:
        return not counts  # "run to the end line and back, ring the bell"
    words = bare_words(line.text[phrases[run[0]].column : phrases[run[-1]].end])
    if words and words[0] in COUNT_WORDS and COUNT_WORDS[words[0]] >= LEAST_SPELLED:
        return False  # "fifteen pull-ups": counts something
    if any(word in board_words().held for text in words for word in plain_words(text)):
        return False
    before, after = run[0] - 1, run[-1] + 1
    kind = board_words().headings.get(" ".join(words), "")
    headed = kind != "" and _arranges(line, after)  # "Metcon 3 RFT: .."
    counted = _counts(line, before) or (_counts(line, after) and not headed)
    if kind in AROUND or (kind != "" and not counted):
        return True  # 'row, mobility': a kind of work that names none
    if words and words[0] in board_words().openers and len(run) < len(phrases):
        return True
    if counted or _beside_bare_name(line, before, after):
        return False
    alone = len(run) == len(phrases) - sum(phrase.kind in SILENT for phrase in phrases)
    return not alone or any(word in board_words().sentences or word in board_words().plain for word in words)


def rounds_of_it(line: Line, run: Sequence[int]) -> bool:
    """'4 rounds of Zorka': words that are what the rounds hold, and stand for it alone."""
    before = [one.kind for one in line.phrases[max(0, run[0] - 2) : run[0] + 1]]
    leads = before[-3:] == ["rounds", "of", "words"] or before[-2:] == ["rounds", "of"]
    if not leads:
        return False
    words = set(plain_words(line.text[line.phrases[run[0]].column : line.phrases[run[-1]].end]))
    known = (board_words().plain, board_words().sentences, board_words().passable)
    return 0 < len(words) <= LONGEST_LABEL and all(words.isdisjoint(one) for one in known)


def _labels_a_name(line: Line, run: Sequence[int]) -> bool:
    """'Hinge: Romanian deadlift 3 x 8': one or two words at the start of a line whose movement was read."""
    first = run == [0] and len(line.phrases[0].text.split()) <= LONGEST_LABEL
    return first and any(mark.role in ("movement", "assumed") for mark in line.marks)


def _arranges(line: Line, index: int) -> bool:
    """'3 RFT', '12 min AMRAP': a number that arranges, and counts no name before it."""
    return index + 1 < len(line.phrases) and line.phrases[index + 1].kind in (
        "rounds",
        "amrap",
        "for-time",
        "every",
    )


def _counts(line: Line, index: int) -> bool:
    """Whether the phrase at an index, or the one before an 'of', is an amount."""
    if 0 < index < len(line.phrases) and line.phrases[index].kind == "of":
        index -= 1
    if 0 < index < len(line.phrases) and line.phrases[index].kind == "unit":
        index -= 1  # "max cal"
    return 0 <= index < len(line.phrases) and line.phrases[index].kind in (*COUNTED, "x", "max")


def _beside_bare_name(line: Line, before: int, after: int) -> bool:
    """Whether the piece before or after is a name with no amount of its own: 'side shuffle' in 'high knees,
    side shuffle, skips, 10 m each'."""
    return _is_bare(line, before, -1) or _is_bare(line, after, 1)


def _is_bare(line: Line, index: int, step: int) -> bool:
    phrases = line.phrases
    if not 0 <= index < len(phrases) or phrases[index].kind not in _ENDS:
        return False
    while 0 <= index < len(phrases) and phrases[index].kind in _ENDS:
        index += step
    named = False
    while 0 <= index < len(phrases) and phrases[index].kind not in _ENDS:
        if phrases[index].kind in COUNTED:
            return False
        named = named or (phrases[index].kind == "words" and index in line.taken)
        index += step
    return named
