"""Whether words are a sentence, a note or a schedule, and so no work."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.board_words import board_words
from core.reading.languages import fold
from core.reading.names import Names
from core.reading.tokens import Phrase

COUNTED = frozenset(("count", "measure", "sets", "scheme", "ladder", "clock", "sum", "span"))
ARRANGES = frozenset(
    ("every", "amrap", "interval", "rounds", "for-time", "death-by", "max", "build", "rest", "cap", "then", "station", "team",
     "buy-in", "cash-out", "quality", "division", "window", "synchro", "set-word", "tabata")
)  # kinds of phrase a line of work may begin with
MARKED = re.compile(
    r"^\s*(?://|>{1,2}\s|\*{1,2}\s*(?=note)|(?:coach(?:es|'s)?\s+)?notes?\s*[:\-])", re.IGNORECASE
)
LABEL = re.compile(r"^\s*[*_#•-]*\s*([A-Za-z][\w'’/ -]{1,24}?)\s*(?:\([^)]*\)\s*)?[:–]\s+\S")
_WORD = re.compile(r"[^\W\d_]+(?:['’][^\W\d_]+)?")
_CLOCKS = re.compile(r"(?<![\d:.])(?:[012]?\d[:.h][0-5]\d|[012]?\d\s?(?:am|pm|a|p|h|uhr))(?![\d:.]|\s?(?:kg|km|m\b|min|mile|k\b|x))", re.IGNORECASE)
_ONLY_TIMES = re.compile(r"^[\s\d:./|,;&+()h-]*$", re.IGNORECASE)
TITLE_OPENERS = re.compile(r"^\W*(?:week|day|session|phase|block|cycle|test|mon|tue|wed|thu|fri|sat|sun)", re.IGNORECASE)
LONGEST_TITLE = 12
SHORT_OPENING = 4
LEAST_CLOCKS = 2
FIRST_HOUR = 5  # no class starts before; common practice
LEAST_OF_SENTENCE = 2
MOST_IN_WORK = 3  # words of sentences a line of work may hold
SENTENCE_SHARE = 0.3


class Prose:
    """Tells sentences from work with one gym's names and the little words of a text's languages."""

    def __init__(self, names: Names, little_words: frozenset[str] = frozenset()):
        self.names = names
        self.little = board_words().sentences | little_words

    def is_note(self, text: str, phrases: Sequence[Phrase]) -> bool:
        """Whether a stretch of a line is a note: marked as one, labelled as one, a sentence, or words that say no work."""
        if MARKED.match(text) or (phrases and phrases[0].kind == "note"):
            return True
        if labelled_note(text):
            return True
        words = [fold(word).replace("'", "").replace("’", "") for word in _WORD.findall(text)]
        told = sum(word in self.little for word in words)
        counted = any(phrase.kind in COUNTED for phrase in phrases)
        if self._begins_work(phrases):
            return self._long_sentence(text, words, told)
        ended = text.rstrip().endswith((".", "!", "?"))
        if len(words) >= SHORT_OPENING and told >= LEAST_OF_SENTENCE:
            return True
        if ended and told and len(words) >= SHORT_OPENING:
            return True
        if counted:
            return False
        if any(phrase.kind in ARRANGES for phrase in phrases):
            return ended and bool(told)
        named = self._named(phrases)
        return (len(words) >= 3 and not named) or (ended and len(words) >= SHORT_OPENING)

    def is_title(self, text: str, phrases: Sequence[Phrase]) -> bool:
        """Whether a first line names the session: words that are no movement, no amounts (but 'Week 3'), no sentence."""
        worded = [phrase for phrase in phrases if phrase.kind == "words"]
        if not worded or phrases[0].kind in COUNTED:
            return False
        numbered = bool(TITLE_OPENERS.match(text))
        barred = {phrase.kind for phrase in phrases} & (ARRANGES | COUNTED | {"tempo", "rpe", "rm", "share", "expect", "note"})
        if barred - ({"count"} if numbered or not _only_counts(phrases) else set()):
            return False
        if barred and not numbered:
            return False
        exact = [self.names.find(phrase.text) for phrase in worded]
        if any(match is not None and not match.left_over for match in exact):
            return False
        words = [fold(word) for word in _WORD.findall(text)]
        told = sum(word in self.little for word in words)
        return len(words) <= LONGEST_TITLE and not (text.rstrip().endswith((".", "!")) and told) and told <= 2

    def _begins_work(self, phrases: Sequence[Phrase]) -> bool:
        """Whether the first words count something, arrange something, or name a movement that is counted after."""
        real = [phrase for phrase in phrases if phrase.kind not in ("dash", "open", "other", "colon", "bar", "at")]
        if not real:
            return False
        first = real[0]
        if first.kind in COUNTED:
            following = real[1] if len(real) > 1 else None
            return (
                first.kind != "count"
                or following is None
                or following.kind != "words"
                or self.names.find(following.text) is not None
                or self._named(phrases)
            )
        if first.kind in ARRANGES:
            return len(real) > 1 or first.kind not in ("build",)
        if first.kind != "words":
            return False
        return self.names.starts(first.text) and any(phrase.kind in COUNTED or phrase.kind in ("max", "build") for phrase in real[1:4])

    def _long_sentence(self, text: str, words: list[str], told: int) -> bool:
        """A sentence that happens to begin like work: '6 rowers are free today, so ask before you start.'"""
        return told > MOST_IN_WORK and told >= SENTENCE_SHARE * len(words)

    def _named(self, phrases: Sequence[Phrase]) -> bool:
        return any(phrase.kind == "words" and self.names.find(phrase.text) is not None for phrase in phrases)


def labelled_note(text: str) -> bool:
    """'Score: total reps', 'Cues - long arms': a label that says no work follows."""
    match = LABEL.match(text)
    return match is not None and " ".join(match.group(1).lower().replace("’", "'").split()) in board_words().notes


def is_schedule(text: str, phrases: Sequence[Phrase], named: bool) -> bool:
    """'6.30 / 9.30 / 18.00', 'classes 06:00 07:00', 'Heat 1 09:00, heat 2 09:15': times of the day and no work."""
    clocks = _CLOCKS.findall(text)
    hours = [int(re.match(r"\d+", clock)[0]) for clock in clocks]  # type: ignore[index]
    if len(clocks) < LEAST_CLOCKS or named or any(phrase.kind in ARRANGES - {"window"} for phrase in phrases):
        return False
    if not any(hour >= FIRST_HOUR for hour in hours):
        return False
    left = _CLOCKS.sub("", text)
    words = _WORD.findall(left)
    return bool(_ONLY_TIMES.match(left)) or len(words) <= 2 * len(clocks) + 2


def _only_counts(phrases: Sequence[Phrase]) -> bool:
    return all(phrase.kind in ("count", "words") for phrase in phrases)
