"""Every minute, every so long: 'EMOM 12', 'E2MOM x 6', 'every 90 s for 9:00', 'on a 3:00 clock'."""

from __future__ import annotations

import re

from core.reading.notations.notation import Example, Notation
from core.reading.notations.on_off import times_of
from core.reading.phrases import Phrase
from core.reading.scan import Scan
from core.reading.schemes import ladder_on_line
from core.reading.spreading import only_fillers
from core.reading.tokens import seconds_of
from core.reading.workout import Format

_PASSED = ("x", "of", "dash", "at", "open", "comma", "stations", "for-time")
_PASSED_BEFORE = ("comma", "for-time", "each", "colon", "close")
_SAID_TWICE = (["dash", "count"], ["comma", "count"], ["slash", "count"])
_COUNTED_BY = ("rounds", "set-word")
_MINUTE_WORD = re.compile(r"e(\d*(?:\.\d)?)m(?:o?(\d*)m)?$|e(\d*(?:\.\d)?)mo?(\d*)m")
_SECONDS_WORD = re.compile(r"e(\d+)s?")
LEAST_CLOCK_MIN = 8  # of "on a 20-minute clock", which is all of it; a shorter one is run again and again
LONGEST_MIN = 40  # after an "@" a larger number is a load or a percent; common practice
LONGEST_BETWEEN_S = 300  # from one set of a lift to the next; common practice
_NTH_MINUTE = re.compile(r"every\s+(\d{1,2})(?:nd|rd|th)")
_CLOCK = re.compile(r"on\s+(?:a|the)\s+(?:(\d{1,2}):(\d{2})|(\d{1,2}))")


def read(scan: Scan) -> Format | None:
    """An interval, and how often or how long."""
    at = scan.at("every")
    if at is None or not _tells_a_time(scan, at) or _follows_a_piece(scan, at):
        return None
    scan.used.add(at)
    if (lasts := _clock_of_all(scan, at)) is not None:
        return Format(cap_s=lasts)
    _one_at_a_time(scan, at)
    if (stations := scan.at("stations")) is not None:
        scan.used.add(stations)
    interval_s = _interval(scan, at)
    told_before = at - 1 in scan.free and (seconds_of(scan.phrases[at - 1]) or 0) > interval_s
    rounds, minutes = (None, None) if told_before else _after(scan, at)  # "8 min EMOM - 40 s bike"
    repeat = _again(scan, at) if minutes is not None else 1
    if rounds is None and minutes is None:
        rounds, minutes = _before(scan, at)
    if rounds is None and minutes is None:
        rounds = _behind(scan)
    if rounds is not None and repeat == 1:
        repeat = _again_behind(scan)
    if minutes is not None and (rounds is None or rounds * interval_s < minutes * 60):
        rounds = scan.bounded(minutes * 60 // interval_s)
    in_rounds = any(scan.kind(one) == "rounds" and scan.kind(one - 2) != "open" for one in scan.used)
    if minutes is None and rounds is not None and not in_rounds:
        minutes = rounds * interval_s / 60  # rounds of a list of minutes are as long as the list
    scheme, step = ladder_on_line(scan)
    return Format(
        "every-minute",
        rounds=rounds,
        minutes=minutes,
        interval_s=interval_s,
        work_s=_work_of_each(scan, interval_s),
        scheme=scheme,
        ladder_step=step,
        repeat=repeat,
    )


def _again_behind(scan: Scan) -> int:
    """'every 1:00 x 5, x 2': how often all of it is done, as the canonical text has it."""
    last = len(scan.phrases) - 1
    tail = [scan.kind(place) for place in range(max(0, last - 2), last + 1)]
    if tail != ["comma", "x", "count"] or not {last - 1, last} <= {*scan.free} - scan.used:
        return 1
    scan.used.update((last - 1, last))
    return scan.bounded(scan.phrases[last].values[0]) or 1


def _again(scan: Scan, at: int) -> int:
    """'2 x EMOM 5', '2 rounds of EMOM 5': how often all of it is done."""
    before = [scan.kind(place) for place in range(at)]
    if before not in (["count", "x"], ["count", "rounds", "of"]) or not {*range(at)} <= {*scan.free}:
        return 1
    scan.used.update(range(at))
    return scan.bounded(scan.phrases[0].values[0]) or 1


def _work_of_each(scan: Scan, interval_s: int) -> int | None:
    """'EMOM 15, 40 s on / 20 s off': how long of each minute is worked."""
    at = scan.at("interval")
    work_s, rest_s = times_of(scan.phrases[at].text.lower()) if at is not None else (0, 0)
    if at is None or work_s + rest_s != interval_s:
        return None
    scan.used.add(at)
    return work_s


def _clock_of_all(scan: Scan, at: int) -> int | None:
    """'On a 20-minute clock' that no rounds share: how long all of it may take."""
    said = scan.phrases[at].text.lower()
    clock = _CLOCK.match(said) if said.endswith("clock") else None
    minutes = int(clock[3] or clock[1]) if clock else 0
    alone = not any(scan.kind(place) in (*_COUNTED_BY, "each") for place in scan.free)
    return minutes * 60 if minutes >= LEAST_CLOCK_MIN and alone else None


def _one_at_a_time(scan: Scan, at: int) -> None:
    """'6 rounds, 1 round every 4:00', '5 sets, one every 3 min': says no number of its own."""
    last = at - 1 if scan.kind(at - 1) in _COUNTED_BY else at
    one = scan.kind(last - 1) == "count" and scan.phrases[last - 1].values == (1,)
    if one and any(scan.kind(place) in _COUNTED_BY for place in range(last - 1)):
        scan.used.update(range(last - 1, at))


def _tells_a_time(scan: Scan, at: int) -> bool:
    """'every 2:00', 'every minute' and 'E2MOM' do; 'every break: 30 skips' does not."""
    if scan.phrases[at].text.lower() != "every":
        return True
    following = scan.phrases[at + 1] if at + 1 < len(scan.phrases) else None
    if following is None or seconds_of(following) is not None:
        return following is not None
    before = scan.phrases[at - 1].text.lower() if at else ""
    changes = any(word in before for word in ("alternat", "switch", "swap", "chang", "rotat"))
    counts = scan.kind(at + 2) in ("reps", "words", "rounds")  # "every 20 reps", "every 2 rounds"
    return following.kind == "count" and not (changes or counts)  # "alternating arms every 5"


def _follows_a_piece(scan: Scan, at: int) -> bool:
    """'100 cal bike for time, every 2:00 five burpees': the piece is for time, and the minutes only
    interrupt it."""
    timed = scan.at("for-time") or _time_of_a_piece(scan, at)
    if timed is None or timed > at:
        return False
    return any(
        scan.phrases[one].kind == "words" and not scan.is_filler(one) for one in scan.free if one < timed
    )


def _time_of_a_piece(scan: Scan, at: int) -> int | None:
    """The comma before the word, where a longer time and what is done in it stand before: '30 min bike, every
    5 min 5 pull-ups'."""
    said = [place for place in scan.free if place < at]
    times = [seconds_of(scan.phrases[place]) or 0 for place in said]
    following = seconds_of(scan.phrases[at + 1]) if at + 1 < len(scan.phrases) else None
    longer = bool(said) and times[0] > (following or 60) and scan.kind(said[-1]) == "comma"
    return said[-1] if longer else None


def _interval(scan: Scan, at: int) -> int:
    """Seconds from one start to the next, by the word or the time after it."""
    word = scan.phrases[at].text.lower()
    if clock := _CLOCK.match(word):
        minutes, seconds, whole = clock.groups()
        return (int(whole) * 60 if whole else int(minutes) * 60 + int(seconds)) or 60
    if nth := _NTH_MINUTE.search(word):
        return int(nth.group(1)) * 60 or 60
    if minute := _MINUTE_WORD.search(word):
        return int(float(minute.group(1) or minute.group(3) or 1) * 60) or 60
    if seconds_word := _SECONDS_WORD.fullmatch(word):
        return int(seconds_word.group(1)) or 60
    following = at + 1
    if ("minute" in word or "otm" in word) and not _sets_every(scan, at):
        return 60
    seconds = (
        seconds_of(scan.phrases[following])
        if following < len(scan.phrases) and following not in scan.line.taken
        else None
    )
    if seconds:
        scan.used.add(following)
    return seconds or 60


def _sets_every(scan: Scan, at: int) -> bool:
    """'6 x 2 @ 70 %, otm 2:00': a short time behind sets is that from one to the next."""
    following = scan.phrases[at + 1] if at + 1 < len(scan.phrases) else None
    short = following is not None and 0 < (seconds_of(following) or 0) <= LONGEST_BETWEEN_S
    return short and any(phrase.kind == "sets" for phrase in scan.phrases[:at])


def _after(scan: Scan, at: int) -> tuple[int | None, float | None]:
    """(rounds, minutes) said after the word."""
    place = at + 1
    while place < len(scan.phrases) and place not in scan.line.taken and _may_be_passed(scan, place):
        place += 1
    alone = scan.kind(place) == "colon" and not scan.kind(place + 2)
    if alone and place + 1 < len(scan.phrases) and seconds_of(scan.phrases[place + 1]):
        place += 1  # "EMOM: 12 minutes"
    if scan.kind(place - 1) == "of" and scan.kind(place + 1) == "words":
        return None, None  # "10 min EMOM of 30 s plank"
    if place >= len(scan.phrases) or place in scan.line.taken:
        return None, None
    phrase = scan.phrases[place]
    seconds = seconds_of(phrase)
    if (
        seconds is not None
        and phrase.times == 1
        and (scan.kind(place - 1) != "colon" or alone or not scan.kind(place + 1))
    ):
        scan.used.add(place)
        return _sets_in_bracket(scan, place), seconds / 60
    heavy = scan.kind(place - 1) == "at" and phrase.values[:1] > (LONGEST_MIN,)
    if phrase.kind == "count" and not phrase.pair and not heavy:  # "6 x 2 EMOM @ 80"
        return _of_count(scan, place, phrase)
    if phrase.kind == "scheme" and len(phrase.values) == 2 and scan.kind(place + 1) == "rounds":
        scan.used |= {place, place + 1}
        return None, phrase.values[0]  # "EMOM 12 - 4 rounds"
    return None, None


def _may_be_passed(scan: Scan, place: int) -> bool:
    return place in scan.used or scan.phrases[place].kind in _PASSED or scan.is_filler(place)


def _sets_in_bracket(scan: Scan, place: int) -> int | None:
    """'for 16 min (8 sets)' says it twice."""
    if [scan.kind(place + step) for step in (1, 2)] != ["open", "count"] or scan.kind(
        place + 3
    ) not in _COUNTED_BY:
        return None
    scan.used |= {place + 2, place + 3}
    return scan.bounded(scan.phrases[place + 2].values[0])


def _of_count(scan: Scan, place: int, phrase: Phrase) -> tuple[int | None, float | None]:
    """'x 6', '6 rounds', or bare minutes; 'every 2:00 5 deadlifts' counts the movement."""
    if [scan.kind(place + step) for step in (1, 2)] == ["words", "count"] and only_fillers(
        scan.phrases[place + 1].text
    ):
        scan.used.add(place)
        return None, phrase.values[0]  # "EMOM 10 TnG 5 power snatch"
    follows = scan.kind(place + 1) in _COUNTED_BY
    if follows or (place > 0 and scan.kind(place - 1) == "x"):
        scan.used |= {place, place + 1} if follows else {place}
        if [scan.kind(place + step) for step in (1, 2, 3)] == ["open", "count", "rounds"]:
            scan.used |= {place + 2, place + 3}  # "EMOM x 28 (7 rounds)"
        return scan.bounded(phrase.values[0]), None
    if scan.kind(place + 1) == "words" and not scan.is_filler(place + 1):
        return None, None
    scan.used.add(place)
    if [scan.kind(place + step) for step in (1, 2)] in _SAID_TWICE and scan.kind(place + 3) == "rounds":
        scan.used |= {place + 2, place + 3}  # "EMOM 12 - 4 rounds"
    return _sets_in_bracket(scan, place), phrase.values[0]


def _before(scan: Scan, at: int) -> tuple[int | None, float | None]:
    """'12 min EMOM', '10 rounds every 2:00', '10:00 EMOM', '3 sets, each for time, start one every 9 min'."""
    counted = [
        place
        for place in scan.free
        if place < at
        and place not in scan.used
        and scan.kind(place) in _COUNTED_BY
        and scan.kind(place - 1) == "count"
    ]
    if counted:
        scan.used |= {counted[0], counted[0] - 1} | {
            place
            for place in scan.free
            if place < at and scan.kind(place) in ("for-time", "each", "set-word")
        }
        return scan.bounded(scan.phrases[counted[0] - 1].values[0]), None
    if scan.kind(at - 2) == "at" and scan.kind(at - 1) == "count":
        return None, None  # "power snatch 6 x 2 @ 70 EMOM"
    place = at - 1
    while (
        place >= 0
        and place not in scan.line.taken
        and (scan.is_filler(place) or scan.kind(place) in _PASSED_BEFORE)
    ):
        place -= 1
    if place < 0 or place in scan.line.taken:
        return None, None
    phrase = scan.phrases[place]
    if phrase.kind in (*_COUNTED_BY, "x") and scan.kind(place - 1) == "count":
        scan.used |= {place, place - 1}
        return scan.bounded(scan.phrases[place - 1].values[0]), None
    seconds = seconds_of(phrase)
    seconds = seconds * phrase.times if seconds is not None else None  # "3 x 12 min, every minute"
    if seconds is None and (phrase.kind != "count" or phrase.pair):
        return None, None
    scan.used.add(place)
    return None, seconds / 60 if seconds is not None else phrase.values[0]


def _behind(scan: Scan) -> int | None:
    """'every 3 min 10 burpees x 5': what ends the line says how often."""
    last = len(scan.phrases) - 1
    counted = [scan.kind(last - 1), scan.kind(last)] == ["x", "count"] and scan.kind(last - 2) == "words"
    if not counted or {last, last - 1} & scan.line.taken or scan.phrases[last].pair:
        return None
    scan.used |= {last, last - 1}
    return scan.bounded(scan.phrases[last].values[0])


NOTATION = Notation(
    name="every minute",
    meaning="the list, or one place of it after the other, starts anew with every interval",
    keys=frozenset(("every",)),
    read=read,
    rank=30,
    examples=(
        Example("2 x EMOM 5", Format("every-minute", rounds=5, minutes=5, interval_s=60, repeat=2)),
        Example("EMOM 12", Format("every-minute", rounds=12, minutes=12, interval_s=60)),
        Example("E2MOM x 6:", Format("every-minute", rounds=6, minutes=12, interval_s=120)),
        Example("every 90 s for 9:00", Format("every-minute", rounds=6, minutes=9, interval_s=90)),
        Example(
            "Every 2 mins for 16 mins (8 sets)", Format("every-minute", rounds=8, minutes=16, interval_s=120)
        ),
        Example("On a 20-minute clock", Format(cap_s=1200)),
        Example(
            "6 rounds, each for time, on a 3:00 clock",
            Format("every-minute", rounds=6, interval_s=180),
        ),
    ),
    counter_examples=("every break: 30 skips", "every 20 reps: 200 m run"),
)
