"""The format a line sets: for time, rounds, as many as possible, every minute, a scheme of its own."""
from __future__ import annotations

import re
from dataclasses import dataclass, replace

from core.reading.tokens import Phrase
from core.reading.units import SECOND_PER
from core.reading.workout import Format

TIME_UNITS = tuple(SECOND_PER)
FILLERS = frozenset("of for in the time reps rep a work minutes minute on and".split())


@dataclass
class FormatFound:
    """A format, and the indices of the phrases it was read from."""

    format: Format
    used: set[int]


def read_format(phrases: list[Phrase]) -> FormatFound | None:
    """The format these phrases set, or None when they set none."""
    kinds = [phrase.kind for phrase in phrases]
    used: set[int] = set()
    found: Format | None = None
    if "every" in kinds:
        found = _every(phrases, kinds.index("every"), used)
    elif "amrap" in kinds:
        at = kinds.index("amrap")
        used.add(at)
        seconds = _time_near(phrases, at, used, bare_minutes=True)
        found = Format("as-many-as-possible", minutes=seconds / 60 if seconds else None)
    elif "rounds" in kinds or "for-time" in kinds:
        found = _rounds(phrases, kinds, used)
    elif "scheme" in kinds and not any(kind in ("words", "sets", "build", "tempo") for kind in kinds):
        at = kinds.index("scheme")
        used.add(at)
        found = Format("for-time", scheme=tuple(int(value) for value in phrases[at].values))
    if "cap" in kinds:
        at = kinds.index("cap")
        used.add(at)
        cap_s = _time_near(phrases, at, used, bare_minutes=True)
        found = replace(found or Format(), cap_s=cap_s)
    if "rest" in kinds:
        at = kinds.index("rest")
        used.add(at)
        rest_s = _time_near(phrases, at, used, bare_minutes=False)
        if rest_s or found:
            found = replace(found or Format("rest"), rest_s=rest_s)
    if found is None:
        return None
    return FormatFound(found, used | _fillers(phrases, used))


def seconds_of(phrase: Phrase) -> int | None:
    """Seconds a phrase says, or None when it says no time."""
    if phrase.kind == "clock":
        return int(phrase.values[0])
    if phrase.kind == "measure" and phrase.unit in TIME_UNITS:
        return int(phrase.values[0] * SECOND_PER[phrase.unit])
    return None


def _time_near(phrases: list[Phrase], at: int, used: set[int], bare_minutes: bool) -> int | None:
    """The time just after the keyword, or just before it; a bare number counts as minutes where that is usual."""
    skippable = ("of", "at", "colon", "dash", "open", "words", "x", "reps")
    for step in (1, -1):
        place = at + step
        while 0 <= place < len(phrases) and phrases[place].kind in skippable and (
                phrases[place].kind != "words" or phrases[place].text.lower() in FILLERS):
            place += step
        if not 0 <= place < len(phrases) or place in used:
            continue
        seconds = seconds_of(phrases[place])
        if seconds is None and bare_minutes and phrases[place].kind == "count" and not (
                step == 1 and place + 1 < len(phrases) and phrases[place + 1].kind == "words" and "colon" in [
                    phrase.kind for phrase in phrases[at:place]]):
            seconds = int(phrases[place].values[0] * 60)
        if seconds is not None:
            used.add(place)
            return seconds
    return None


def _every(phrases: list[Phrase], at: int, used: set[int]) -> Format:
    used.add(at)
    word = phrases[at].text.lower()
    short = re.match(r"e(\d*)mom", word)
    interval_s = int(short.group(1) or 1) * 60 if short else 60 if "minute" in word else None
    if interval_s is None and at + 1 < len(phrases):
        interval_s = seconds_of(phrases[at + 1])
        used.add(at + 1)
    interval_s = interval_s or 60
    minutes = rounds = None
    for place in range(at + 1, len(phrases)):
        phrase = phrases[place]
        if place in used or phrase.kind in ("x", "colon") or (
                phrase.kind == "words" and phrase.text.lower() in FILLERS):
            if phrase.kind == "colon":
                break
            continue
        seconds = seconds_of(phrase)
        times = place > 0 and phrases[place - 1].kind == "x"
        if seconds is not None and minutes is None:
            minutes = seconds / 60
            used.add(place)
        elif phrase.kind == "count" and rounds is None and minutes is None:
            follows_rounds = place + 1 < len(phrases) and phrases[place + 1].kind in ("rounds", "sets")
            if times or follows_rounds:
                rounds = int(phrase.values[0])
                used.update({place, place + 1} if follows_rounds else {place})
            else:
                minutes = phrase.values[0]
                used.add(place)
        break
    if rounds is None and minutes is not None:
        rounds = int(minutes * 60 // interval_s)
    if minutes is None and rounds is not None:
        minutes = rounds * interval_s / 60
    if minutes is None and at > 0 and (seconds_of(phrases[at - 1]) or phrases[at - 1].kind == "count"):
        minutes = (seconds_of(phrases[at - 1]) or phrases[at - 1].values[0] * 60) / 60
        rounds = int(minutes * 60 // interval_s)
        used.add(at - 1)
    return Format("every-minute", rounds=rounds, minutes=minutes, interval_s=interval_s)


def _rounds(phrases: list[Phrase], kinds: list[str], used: set[int]) -> Format:
    rounds = None
    scheme: tuple[int, ...] = ()
    for kind in ("rounds", "for-time"):
        if kind not in kinds:
            continue
        at = kinds.index(kind)
        used.add(at)
        if at > 0 and kinds[at - 1] == "count" and rounds is None:
            rounds = int(phrases[at - 1].values[0])
            used.add(at - 1)
    if "scheme" in kinds and rounds is None:
        at = kinds.index("scheme")
        if "words" not in kinds[:at]:
            scheme = tuple(int(value) for value in phrases[at].values)
            used.add(at)
    for_time = "for-time" in kinds
    if rounds:
        return Format("rounds", rounds=rounds, for_time=for_time)
    return Format("for-time", scheme=scheme, for_time=for_time)


def _fillers(phrases: list[Phrase], used: set[int]) -> set[int]:
    """Words and marks around a format that carry nothing of their own."""
    fill = {index for index, phrase in enumerate(phrases)
            if phrase.kind in ("of", "colon", "reps", "at", "dash", "x", "unit")
            or (phrase.kind == "words" and all(word in FILLERS for word in phrase.text.lower().split()))}
    return fill - used
