"""The format a line sets: for time, rounds, as many as possible, every minute, intervals, a scheme of its own."""
from __future__ import annotations

import re
from dataclasses import dataclass, replace

from core.reading.line import Line
from core.reading.tokens import Phrase, seconds_of_clock
from core.reading.units import SECOND_PER
from core.reading.workout import Format

FILLERS = frozenset("""of for in the time reps rep a an work minutes minute min on and with by through complete do perform total each every
repeat x as many window long alternating alternate alt between then go to up style workout wod s set sets interval intervals station
stations movement movements exercise exercises unbroken effort efforts score your until both""".split())
TEAM_WORDS = {"two": 2, "pairs": 2, "partner": 2, "partners": 2, "three": 3, "trios": 3, "four": 4, "five": 5, "six": 6}
USUAL_INTERVALS = frozenset(((20, 10), (10, 20), (30, 15), (15, 30), (30, 30), (40, 20), (45, 15), (30, 20), (50, 10), (60, 30), (60, 60), (90, 30), (15, 15), (20, 20)))
MOST_ROUNDS = 200
MOST_LADDER = 60


@dataclass
class FormatFound:
    """A format, or a change of one: only_changes is True when the line says no kind (a cap, a rest, a team)."""

    format: Format
    only_changes: bool = False
    rest_only: bool = False


def read_format(line: Line) -> FormatFound | None:
    """The format a line sets, or None. Takes the phrases it was read from."""
    reader = _FormatReader(line)
    found = reader.read()
    if found is not None:
        line.take(sorted(reader.used | reader.fillers()), "format", format_words(found.format))
    return found


def expand_ladder(phrase: Phrase) -> tuple[tuple[int, ...], int | None]:
    """A written ladder -> (every rung written or implied, the step when it goes on for ever)."""
    values = [int(value) for value in phrase.values]
    if phrase.kind == "span":
        low, high = values
        step = 1 if high >= low else -1
        return tuple(range(low, high + step, step))[:MOST_LADDER], None
    if phrase.form == "closed" and len(values) >= 2:
        step = values[1] - values[0] if len(values) > 2 else (1 if values[-1] > values[0] else -1)
        if step and (values[-1] - values[0]) % step == 0 and (values[-1] - values[0]) // step > 0:
            return tuple(range(values[0], values[-1] + step, step))[:MOST_LADDER], None
        return tuple(values), None
    step = values[-1] - values[-2] if len(values) > 1 else 1
    return tuple(values), step or 1


def seconds_of(phrase: Phrase) -> int | None:
    """Seconds a phrase says, or None when it says no time."""
    if phrase.kind == "clock":
        return int(phrase.values[0])
    if phrase.kind == "measure" and phrase.unit in SECOND_PER:
        return int(round(phrase.values[0] * SECOND_PER[phrase.unit]))
    if phrase.kind == "measure" and phrase.unit == "single-mark":
        return int(phrase.values[0] * 60)
    if phrase.kind == "measure" and phrase.unit == "double-mark":
        return int(phrase.values[0])
    return None


def format_words(fmt: Format) -> str:
    """A format in a few words, for the mark under it."""
    pieces = [fmt.kind.replace("-", " ")]
    if fmt.rounds:
        pieces.append(f"{fmt.rounds} rounds")
    if fmt.scheme:
        pieces.append("-".join(map(str, fmt.scheme[:8])))
    if fmt.minutes:
        pieces.append(f"{fmt.minutes:g} min")
    if fmt.work_s:
        pieces.append(f"{fmt.work_s} s on, {fmt.rest_s or 0} s off")
    if fmt.cap_s:
        pieces.append(f"cap {fmt.cap_s // 60}:{fmt.cap_s % 60:02}")
    return ", ".join(pieces)


class _FormatReader:
    def __init__(self, line: Line):
        self.line = line
        self.phrases = line.phrases
        self.free = line.free()
        self.used: set[int] = set()

    def at(self, *kinds: str) -> int | None:
        """Index of the first free phrase of these kinds."""
        return next((index for index in self.free if self.phrases[index].kind in kinds and index not in self.used), None)

    def kind(self, index: int | None) -> str:
        return self.phrases[index].kind if index is not None and 0 <= index < len(self.phrases) and index not in self.line.taken else ""

    def read(self) -> FormatFound | None:
        if (more := self._more_rounds()) is not None:
            return FormatFound(more, True)
        found = self._kind_of_format()
        changes = self._changes(found)
        if found is None and changes is None:
            return None
        if found is None:
            return FormatFound(changes, True, changes == Format(rest_s=changes.rest_s) or changes == Format())
        return FormatFound(changes or found)

    def _more_rounds(self) -> Format | None:
        """'x 4 rounds' below a list: how often it is done."""
        real = [index for index in self.free if self.phrases[index].kind not in ("colon", "open", "close", "dash")]
        kinds = [self.phrases[index].kind for index in real]
        if kinds in (["x", "count", "rounds"], ["x", "count", "set-word"], ["x", "count"]) and not self.phrases[real[1]].pair:
            self.used |= set(real)
            return Format(rounds=self._bounded(self.phrases[real[1]].values[0]))
        return None

    # -- the kind -------------------------------------------------------------------------------------------------

    def _kind_of_format(self) -> Format | None:
        if (at := self.at("death-by")) is not None:
            self.used.add(at)
            return Format("every-minute", interval_s=60, scheme=(1,), ladder_step=1)
        if (at := self.at("interval")) is not None:
            return self._intervals(at)
        if (at := self.at("every")) is not None:
            return self._every(at)
        if (at := self._usual_interval()) is not None:
            return self._short_intervals(at)
        if (at := self.at("amrap")) is not None and not self._means_max_effort(at):
            return self._amrap(at)
        if self.at("rounds", "for-time", "quality") is not None and not self._rounds_of_something_else():
            return self._rounds()
        return self._scheme_alone() or self._sets_alone()

    def _rounds_of_something_else(self) -> bool:
        """'expect 5 rounds' and 'rest between rounds' set no rounds."""
        at = self.at("rounds")
        return at is not None and self.kind(at - 1) not in ("count", "scheme", "span", "x") and self.at("for-time", "quality") is None and at != self.free[0]

    def _means_max_effort(self, at: int) -> bool:
        """'3 x AMRAP push-ups': as many as one can, not a format; 'AMRAP 12' and '12 min AMRAP' are formats."""
        if self.kind(at - 1) == "x" and self._time_near(at, bare_minutes=True, dry=True) is None:
            return True
        return self._time_near(at, bare_minutes=True, dry=True) is None and self.kind(at + 1) == "words" and self.phrases[at + 1].text.lower() not in FILLERS

    def _amrap(self, at: int) -> Format:
        self.used.add(at)
        if self.kind(at + 1) == "sets" and not self.phrases[at + 1].form and not self.phrases[at + 1].pair:  # "AMRAP 3 x 4"
            self.used.add(at + 1)
            return Format("as-many-as-possible", minutes=float(self.phrases[at + 1].times), repeat=self._bounded(self.phrases[at + 1].values[0]) or 1)
        seconds = self._time_near(at, bare_minutes=True)
        repeat, rest_s = 1, None
        for place in self.free:
            phrase = self.phrases[place]
            if phrase.kind == "measure" and phrase.times > 1 and seconds_of(phrase) == seconds and place in self.used:
                repeat = phrase.times
        if repeat == 1:
            times = self._times_count(at)
            repeat = times or 1
        scheme, step = self._ladder()
        return Format("as-many-as-possible", minutes=seconds / 60 if seconds else None, repeat=repeat, rest_s=rest_s, scheme=scheme, ladder_step=step)

    def _times_count(self, at: int) -> int | None:
        """'x 4' or '4 rounds of' beside a timed piece: how often it is done."""
        for place in self.free:
            if place in self.used or self.kind(place) != "count" or self.phrases[place].pair:
                continue
            if self.kind(place - 1) == "x" and (self.kind(place + 1) in ("", "comma", "colon", "rounds", "set-word", "close", "rest", "open") or place + 1 in self.line.taken):
                self.used |= {place, place - 1}
                return self._bounded(self.phrases[place].values[0])
            if self.kind(place + 1) in ("rounds", "set-word") and place < at:
                self.used |= {place, place + 1}
                return self._bounded(self.phrases[place].values[0])
            if self.kind(place + 1) == "x" and place + 2 == at:
                self.used |= {place, place + 1}
                return self._bounded(self.phrases[place].values[0])
        return None

    def _bounded(self, value: float) -> int | None:
        return int(value) if 1 <= value <= MOST_ROUNDS else None

    def _every(self, at: int) -> Format:
        self.used.add(at)
        word = self.phrases[at].text.lower()
        short = re.search(r"e(\d*(?:\.\d)?)mo?(\d*)m", word)
        seconds_word = re.fullmatch(r"e(\d+)s", word)
        interval_s = int(float(short.group(1) or 1) * 60) if short else int(seconds_word.group(1)) if seconds_word else 60 if "minute" in word or "otm" in word else None
        if interval_s is None:
            place = at + 1
            seconds = seconds_of(self.phrases[place]) if place < len(self.phrases) and place not in self.line.taken else None
            if seconds is not None:
                interval_s = seconds
                self.used.add(place)
        rounds = minutes = None
        place = at + 1
        while place < len(self.phrases) and place not in self.line.taken:
            phrase = self.phrases[place]
            if place in self.used or phrase.kind in ("x", "of", "dash", "at", "open", "comma") or self._is_filler(place):
                place += 1
                continue
            if phrase.kind == "colon":
                break
            seconds = seconds_of(phrase)
            if seconds is not None and phrase.times == 1 and minutes is None and self.kind(place - 1) != "colon":
                minutes = seconds / 60
                self.used.add(place)
            elif phrase.kind == "count" and not phrase.pair and rounds is None and minutes is None:
                follows = self.kind(place + 1) in ("rounds", "set-word")
                before_x = place > 0 and self.kind(place - 1) == "x"
                if not (follows or before_x) and self.kind(place + 1) == "words" and not self._is_filler(place + 1):
                    break  # "every 2:00 5 deadlifts": the count belongs to the movement
                if before_x or follows:
                    rounds = self._bounded(phrase.values[0])
                    self.used |= {place, place + 1} if follows else {place}
                else:
                    minutes = phrase.values[0]
                    self.used.add(place)
            break
        interval_s = interval_s or 60
        if rounds is None and minutes is None:
            minutes, rounds = self._every_before(at)
        if rounds is None and minutes is not None:
            rounds = self._bounded(minutes * 60 // interval_s)
        if minutes is None and rounds is not None:
            minutes = rounds * interval_s / 60
        scheme, step = self._ladder()
        return Format("every-minute", rounds=rounds, minutes=minutes, interval_s=interval_s, scheme=scheme, ladder_step=step)

    def _every_before(self, at: int) -> tuple[float | None, int | None]:
        """'12 min EMOM', '10 rounds every 2:00', '10:00 EMOM'."""
        place = at - 1
        while place >= 0 and place not in self.line.taken and self._is_filler(place):
            place -= 1
        if place < 0 or place in self.line.taken:
            return None, None
        phrase = self.phrases[place]
        if phrase.kind in ("rounds", "set-word", "comma", "x") and self.kind(place - 1) == "count":
            self.used |= {place, place - 1}
            return None, self._bounded(self.phrases[place - 1].values[0])
        seconds = seconds_of(phrase)
        if seconds is not None or (phrase.kind == "count" and not phrase.pair):
            self.used.add(place)
            return (seconds / 60 if seconds is not None else phrase.values[0]), None
        return None, None

    def _intervals(self, at: int) -> Format:
        self.used.add(at)
        times = re.findall(r"\d{0,2}:\d{2}|\d+\s*(?:m(?:in)?\w*|')?", self.phrases[at].text.lower())
        work_s, rest_s = (self._interval_seconds(one) for one in times[:2])
        return self._with_rounds(Format("intervals", work_s=work_s, rest_s=rest_s), at)

    def _interval_seconds(self, text: str) -> int:
        if ":" in text:
            return seconds_of_clock(text)
        number = int(re.match(r"\d+", text).group())
        return number * 60 if re.search(r"m|'", text) else number

    def _usual_interval(self) -> int | None:
        """'20/10 x 8', '8 x 20/10': a pair of times that is usual, on a line that counts nothing else."""
        for index in self.free:
            phrase = self.phrases[index]
            if phrase.kind == "sets" and phrase.form == "first-pair" and self._pair_of(phrase) in USUAL_INTERVALS and index == self.free[0]:
                return index
            if phrase.kind == "sets" and phrase.pair and phrase.values in USUAL_INTERVALS and index == self.free[0]:
                return index
        return None

    def _pair_of(self, phrase: Phrase) -> tuple[float, ...]:
        return tuple(float(one) for one in re.findall(r"\d+", phrase.text)[:2])

    def _short_intervals(self, at: int) -> Format:
        phrase = self.phrases[at]
        self.used.add(at)
        if self.kind(at + 1) in ("rounds", "set-word"):
            self.used.add(at + 1)
        if phrase.form == "first-pair":
            work_s, rest_s = (int(one) for one in self._pair_of(phrase))
            return Format("intervals", rounds=self._bounded(phrase.values[0]), work_s=work_s, rest_s=rest_s)
        return Format("intervals", rounds=self._bounded(phrase.times), work_s=int(phrase.values[0]), rest_s=int(phrase.values[1]))

    def _with_rounds(self, fmt: Format, at: int) -> Format:
        rounds = None
        for place in self.free:
            phrase = self.phrases[place]
            if place in self.used:
                continue
            if phrase.kind == "count" and not phrase.pair and (self.kind(place + 1) in ("rounds", "set-word", "x") or self.kind(place - 1) == "x"):
                rounds = self._bounded(phrase.values[0])
                self.used |= {one for one in (place, place + 1) if self.kind(one) in ("count", "rounds", "set-word", "x")}
                break
            seconds = seconds_of(phrase)
            if seconds and phrase.times == 1 and self.kind(place - 1) != "rest" and fmt.work_s and seconds >= 2 * (fmt.work_s + (fmt.rest_s or 0)):
                rounds = self._bounded(seconds // (fmt.work_s + (fmt.rest_s or 0)))
                self.used.add(place)
                break
        return replace(fmt, rounds=rounds)

    def _rounds(self) -> Format:
        rounds, for_time, quality = None, False, False
        scheme, step = (), None
        for kind in ("rounds", "for-time", "quality"):
            at = self.at(kind)
            if at is None:
                continue
            self.used.add(at)
            for_time |= kind == "for-time"
            quality |= kind == "quality"
            before = at - 1
            while before >= 0 and before not in self.line.taken and (self._is_filler(before) or self.kind(before) in ("dash", "of")) and self.kind(before) != "count":
                before -= 1
            after = at + 1
            if rounds is None and self.kind(before) == "count" and not self.phrases[before].pair and before not in self.used:
                rounds = self._bounded(self.phrases[before].values[0])
                self.used.add(before)
            elif rounds is None and self.kind(before) in ("scheme", "span") and len(self.phrases[before].values) == 2 and kind == "rounds":
                rounds = self._bounded(self.phrases[before].values[0])  # "3-5 rounds": the fewest
                self.used.add(before)
            elif rounds is None and kind == "rounds" and self.kind(after) == "count" and self.kind(after + 1) in ("", "colon"):
                rounds = self._bounded(self.phrases[after].values[0])
                self.used.add(after)
        if rounds is None and quality and (times := self.at("x")) is not None and self.kind(times - 1) == "count" and self.kind(times + 1) in ("", "colon"):
            rounds = self._bounded(self.phrases[times - 1].values[0])  # "for quality: 3x"
            self.used |= {times, times - 1}
        if rounds is None:
            scheme, step = self._ladder()
            if not scheme and (at := self.at("scheme")) is not None and self._leads(at):
                scheme = tuple(int(value) for value in self.phrases[at].values)
                self.used.add(at)
        if rounds and rounds > 1 or (rounds and not for_time):
            return Format("rounds", rounds=rounds, for_time=for_time)
        return Format("for-time", scheme=scheme, ladder_step=step, for_time=for_time)

    def _leads(self, at: int) -> bool:
        """Whether no real words stand before a phrase."""
        return all(self.phrases[one].kind != "words" or self._is_filler(one) for one in self.free if one < at)

    def _ladder(self) -> tuple[tuple[int, ...], int | None]:
        """A ladder on the line ('2-4-6-8...', '10 to 1 ladder', '1-2-3'), taken from it."""
        word = self.at("ladder-word")
        at = self.at("ladder")
        if at is None and word is not None:
            at = self.at("span", "scheme")
        if at is None and self.at("for-time", "amrap", "rounds") is None and word is None:
            return (), None
        if at is None and (span := self.at("span")) is not None and self.kind(span + 1) != "reps":
            at = span
        if at is None and (list_at := self.at("scheme")) is not None and self._leads(list_at) and len(self.phrases[list_at].values) >= 3:
            at = list_at
        if word is not None:
            self.used.add(word)
        if at is None:
            return (), None
        self.used.add(at)
        phrase = self.phrases[at]
        if phrase.kind == "scheme":
            values = tuple(int(value) for value in phrase.values)
            rising = len(values) >= 3 and all(b - a == values[1] - values[0] > 0 for a, b in zip(values, values[1:]))
            return values, (values[1] - values[0] if rising and (word is not None or self.at("amrap") is not None or self._has("amrap", "every")) else None)
        return expand_ladder(phrase)

    def _has(self, *kinds: str) -> bool:
        return any(self.phrases[index].kind in kinds for index in self.free)

    def _scheme_alone(self) -> Format | None:
        """'21-15-9' or '10-9-8...1' on a line of its own, or leading a line ('21-15-9 reps of')."""
        at = self.at("scheme", "ladder", "span")
        if at is None or any(self.phrases[one].kind in ("sets", "build", "tempo", "measure", "rm", "max") for one in self.free):
            return None
        if any(self.phrases[one].kind == "words" and not self._is_filler(one) for one in self.free):
            return None
        phrase = self.phrases[at]
        if phrase.kind == "span" and self.at("reps") is not None:
            return None
        self.used.add(at)
        if phrase.kind == "scheme":
            return Format("for-time", scheme=tuple(int(value) for value in phrase.values))
        scheme, step = expand_ladder(phrase)
        if (word := self.at("ladder-word")) is not None:
            self.used.add(word)
        return Format("for-time", scheme=scheme, ladder_step=step)

    def _sets_alone(self) -> Format | None:
        """'3 sets:', '4 sets of', '3x' heading a list: rounds that are not for time."""
        at = self.at("set-word")
        if at is not None and self.kind(at - 1) == "count" and self._nothing_but({at, at - 1}):
            self.used |= {at, at - 1}
            return Format("rounds", rounds=self._bounded(self.phrases[at - 1].values[0]))
        at = self.at("x")
        if at is not None and self.kind(at - 1) == "count" and self._nothing_but({at, at - 1}) and not self.phrases[at - 1].pair:
            self.used |= {at, at - 1}
            return Format("rounds", rounds=self._bounded(self.phrases[at - 1].values[0]))
        if at is not None and self.kind(at + 1) == "count" and self._nothing_but({at, at + 1}) and not self.phrases[at + 1].pair:
            self.used |= {at, at + 1}
            return Format("rounds", rounds=self._bounded(self.phrases[at + 1].values[0]))
        return None

    def _nothing_but(self, allowed: set[int]) -> bool:
        rest = {"rest", "after-set", "clock", "measure"}
        return all(index in allowed or self.phrases[index].kind in ("colon", "of", "dash", "comma", "open", "close", *rest) or self._is_filler(index) for index in self.free)

    # -- what may stand beside any kind ---------------------------------------------------------------------------

    def _changes(self, found: Format | None) -> Format | None:
        base = found or Format()
        changed = found is not None
        if (at := self.at("cap")) is not None:
            self.used.add(at)
            base, changed = replace(base, cap_s=self._time_near(at, bare_minutes=True)), True
        if (at := self.at("rest")) is not None:
            self.used.add(at)
            rest_s = self._time_near(at, bare_minutes=False)
            if (between := self.at("after-set")) is not None:
                self.used.add(between)
            if rest_s is not None:
                base = replace(base, rest_s=rest_s)
            changed = True
        if (at := self.at("team")) is not None:
            self.used.add(at)
            base, changed = replace(base, team=self._team_size(at), share=base.share or "split"), True
        if (at := self.at("share")) is not None:
            self.used.add(at)
            alternate = any(word in self.phrases[at].text.lower() for word in ("ygig", "igyg", "go", "altern", "one work", "one "))
            base, changed = replace(base, share="alternate" if alternate else "split"), True
        if base.share and base.rounds and (each := self.at("each")) is not None:
            self.used.add(each)  # "5 rounds each": everybody does all of them
            base = replace(base, share="")
        if (at := self.at("expect")) is not None and (found is None or found.kind == "as-many-as-possible"):
            self.used.add(at)
            values = self.phrases[at].values
            low, high = int(values[0]), int(values[-1])
            base, changed = replace(base, rounds=(low + high + 1) // 2, rounds_range=(low, high), estimated=True), True
        return base if changed else None

    def _team_size(self, at: int) -> int:
        phrase = self.phrases[at]
        if phrase.values:
            return max(1, min(12, int(phrase.values[0])))
        return next((size for word, size in TEAM_WORDS.items() if word in phrase.text.lower()), 2)

    def _time_near(self, at: int, bare_minutes: bool, dry: bool = False) -> int | None:
        """The time just after the keyword, or just before it; a bare number counts as minutes where that is usual."""
        skippable = ("of", "at", "colon", "dash", "open", "x", "reps", "after-set", "comma")
        for step in (1, -1):
            place = at + step
            passed: list[int] = []
            while 0 <= place < len(self.phrases) and place not in self.line.taken and (self.kind(place) in skippable or self._is_filler(place)):
                if self.kind(place) == "comma" and step == -1:
                    break
                passed.append(place)
                place += step
            if not 0 <= place < len(self.phrases) or place in self.line.taken or place in self.used:
                continue
            phrase = self.phrases[place]
            seconds = seconds_of(phrase)
            crossed_colon = any(self.kind(one) == "colon" for one in passed)
            if seconds is None and bare_minutes and phrase.kind == "count" and not phrase.pair:
                names_next = step == 1 and crossed_colon and self.kind(place + 1) == "words"
                counts_words = step == 1 and not crossed_colon and self.kind(place + 1) == "words" and not self._is_filler(place + 1)
                if not names_next and not counts_words:
                    seconds = int(phrase.values[0] * 60)
            elif seconds is not None and step == 1 and crossed_colon and self.kind(place + 1) == "words" and not self._is_filler(place + 1):
                seconds = None  # "AMRAP: 0:30 plank"
            if seconds is not None:
                if not dry:
                    self.used.add(place)
                return seconds
        return None

    def _is_filler(self, index: int) -> bool:
        phrase = self.phrases[index]
        if phrase.kind == "unit":
            return True
        return phrase.kind == "words" and all(word.strip(".'") in FILLERS for word in phrase.text.lower().replace("-", " ").split())

    def fillers(self) -> set[int]:
        """Words and marks next to a format that carry nothing of their own, up to the first thing that does."""
        silent = ("of", "colon", "reps", "at", "dash", "x", "unit", "comma", "open", "close", "each", "set-word", "bar")
        fill: set[int] = set()
        for step in (1, -1):
            for start in sorted(self.used):
                place = start + step
                while 0 <= place < len(self.phrases) and place not in self.line.taken and place not in self.used and (
                        self.phrases[place].kind in silent or self._is_filler(place)):
                    fill.add(place)
                    place += step
        return fill
