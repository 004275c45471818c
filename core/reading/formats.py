"""The format a line sets: for time, rounds, as many as possible, every minute, intervals, a scheme of its
own."""

from __future__ import annotations

import itertools
import re
from dataclasses import dataclass, replace

from core.reading.beside import read_beside
from core.reading.line import Line
from core.reading.scan import FILLERS, Scan
from core.reading.tokens import Phrase, expand_ladder, seconds_of, seconds_of_clock
from core.reading.workout import Format

USUAL_INTERVALS = frozenset(
    (
        (20, 10),
        (10, 20),
        (30, 15),
        (15, 30),
        (30, 30),
        (40, 20),
        (45, 15),
        (30, 20),
        (50, 10),
        (60, 30),
        (60, 60),
        (90, 30),
        (15, 15),
        (20, 20),
    )
)
# a line without any of these sets no format
TELLING = frozenset(
    (
        "death-by",
        "interval",
        "every",
        "amrap",
        "rounds",
        "for-time",
        "quality",
        "scheme",
        "ladder",
        "span",
        "set-word",
        "x",
        "cap",
        "rest",
        "team",
        "share",
        "expect",
        "ladder-word",
        "sets",
    )
)


@dataclass
class FormatFound:
    """A format, or a change of one: only_changes is True when the line says no kind (a cap, a rest, a
    team)."""

    format: Format
    only_changes: bool = False
    rest_only: bool = False


def read_format(line: Line) -> FormatFound | None:
    """The format a line sets, or None. Takes the phrases it was read from."""
    if not any(phrase.kind in TELLING for phrase in line.phrases):
        return None
    reader = _Kinds(line)
    found = reader.read()
    if found is not None:
        line.take(sorted(reader.used | reader.fillers()), "format", format_words(found.format))
    return found


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


class _Kinds(Scan):
    """Which kind of format a line sets."""

    def read(self) -> FormatFound | None:
        if (more := self._more_rounds()) is not None:
            return FormatFound(more, True)
        found = self._kind_of_format()
        changes = read_beside(self, found)
        if found is None:
            if changes is None:
                return None
            return FormatFound(changes, True, changes == Format(rest_s=changes.rest_s) or changes == Format())
        return FormatFound(changes or found)

    def _more_rounds(self) -> Format | None:
        """'x 4 rounds' below a list: how often it is done."""
        real = [
            index for index in self.free if self.phrases[index].kind not in ("colon", "open", "close", "dash")
        ]
        kinds = [self.phrases[index].kind for index in real]
        if (
            kinds in (["x", "count", "rounds"], ["x", "count", "set-word"], ["x", "count"])
            and not self.phrases[real[1]].pair
        ):
            self.used |= set(real)
            return Format(rounds=self.bounded(self.phrases[real[1]].values[0]))
        return None

    # -- the kind -------------------------------------------------------------------------------

    def _kind_of_format(self) -> Format | None:
        if (at := self.at("death-by")) is not None:
            self.used.add(at)
            return Format("every-minute", interval_s=60, scheme=(1,), ladder_step=1)
        if (at := self.at("interval")) is not None:
            return self._intervals(at)
        if (at := self.at("every")) is not None and self._tells_a_time(at) and not self._follows_a_piece(at):
            return self._every(at)
        if (at := self._usual_interval()) is not None:
            return self._short_intervals(at)
        if (at := self.at("amrap")) is not None and not self._means_max_effort(at):
            return self._amrap(at)
        if self.at("rounds", "for-time", "quality") is not None and not self._rounds_of_something_else():
            return self._rounds()
        return self._scheme_alone() or self._sets_alone()

    def _tells_a_time(self, at: int) -> bool:
        """'every 2:00', 'every minute' and 'E2MOM' do; 'every break: 30 skips' does not."""
        return self.phrases[at].text.lower() != "every" or (
            at + 1 < len(self.phrases)
            and (seconds_of(self.phrases[at + 1]) is not None or self.kind(at + 1) == "count")
        )

    def _follows_a_piece(self, at: int) -> bool:
        """'100 cal bike for time, every 2:00 five burpees': the piece is for time, and the minutes only
        interrupt it."""
        timed = self.at("for-time")
        return (
            timed is not None
            and timed < at
            and any(
                self.phrases[one].kind == "words" and not self.is_filler(one)
                for one in self.free
                if one < timed
            )
        )

    def _rounds_of_something_else(self) -> bool:
        """'expect 5 rounds' and 'rest between rounds' set no rounds."""
        at = self.at("rounds")
        return (
            at is not None
            and self.kind(at - 1) not in ("count", "scheme", "span", "x")
            and self.at("for-time", "quality") is None
            and at != self.free[0]
        )

    def _means_max_effort(self, at: int) -> bool:
        """'3 x AMRAP push-ups': as many as one can, not a format; 'AMRAP 12' and '12 min AMRAP' are
        formats."""
        if self.kind(at - 1) == "x" and self.time_near(at, bare_minutes=True, dry=True) is None:
            return True
        return (
            self.time_near(at, bare_minutes=True, dry=True) is None
            and self.kind(at + 1) == "words"
            and self.phrases[at + 1].text.lower() not in FILLERS
        )

    def _amrap(self, at: int) -> Format:
        self.used.add(at)
        if (
            self.kind(at + 1) == "sets" and not self.phrases[at + 1].form and not self.phrases[at + 1].pair
        ):  # "AMRAP 3 x 4"
            self.used.add(at + 1)
            return Format(
                "as-many-as-possible",
                minutes=float(self.phrases[at + 1].times),
                repeat=self.bounded(self.phrases[at + 1].values[0]) or 1,
            )
        just_before = at - 1 in self.free and at - 1 not in self.used and seconds_of(self.phrases[at - 1])
        seconds = just_before or self.time_near(at, bare_minutes=True)  # "4 min AMRAP, 1 min rest"
        if just_before:
            self.used.add(at - 1)
        repeat, rest_s = 1, None
        for place in self.free:
            phrase = self.phrases[place]
            if (
                phrase.kind == "measure"
                and phrase.times > 1
                and seconds_of(phrase) == seconds
                and place in self.used
            ):
                repeat = phrase.times
        if repeat == 1:
            times = self._times_count(at)
            repeat = times or 1
        scheme, step = self._ladder()
        return Format(
            "as-many-as-possible",
            minutes=seconds / 60 if seconds else None,
            repeat=repeat,
            rest_s=rest_s,
            scheme=scheme,
            ladder_step=step,
        )

    def _times_count(self, at: int) -> int | None:
        """'x 4' or '4 rounds of' beside a timed piece: how often it is done."""
        for place in self.free:
            if place in self.used or self.kind(place) != "count" or self.phrases[place].pair:
                continue
            if self.kind(place - 1) == "x" and (
                self.kind(place + 1) in ("", "comma", "colon", "rounds", "set-word", "close", "rest", "open")
                or place + 1 in self.line.taken
            ):
                self.used |= {place, place - 1}
                return self.bounded(self.phrases[place].values[0])
            if self.kind(place + 1) in ("rounds", "set-word") and place < at:
                self.used |= {place, place + 1}
                return self.bounded(self.phrases[place].values[0])
            if self.kind(place + 1) == "x" and place + 2 == at:
                self.used |= {place, place + 1}
                return self.bounded(self.phrases[place].values[0])
        return None

    def _every(self, at: int) -> Format:  # noqa: C901  # one test a notation; to be entries of their own
        self.used.add(at)
        word = self.phrases[at].text.lower()
        short = re.search(r"e(\d*(?:\.\d)?)mo?(\d*)m", word)
        seconds_word = re.fullmatch(r"e(\d+)s", word)
        interval_s = (
            int(float(short.group(1) or 1) * 60)
            if short
            else int(seconds_word.group(1))
            if seconds_word
            else 60
            if "minute" in word or "otm" in word
            else None
        )
        if interval_s is None:
            place = at + 1
            seconds = (
                seconds_of(self.phrases[place])
                if place < len(self.phrases) and place not in self.line.taken
                else None
            )
            if seconds is not None:
                interval_s = seconds
                self.used.add(place)
        rounds = minutes = None
        place = at + 1
        while place < len(self.phrases) and place not in self.line.taken:
            phrase = self.phrases[place]
            if (
                place in self.used
                or phrase.kind in ("x", "of", "dash", "at", "open", "comma")
                or self.is_filler(place)
            ):
                place += 1
                continue
            if phrase.kind == "colon":
                break
            seconds = seconds_of(phrase)
            if (
                seconds is not None
                and phrase.times == 1
                and minutes is None
                and self.kind(place - 1) != "colon"
            ):
                minutes = seconds / 60
                self.used.add(place)
            elif phrase.kind == "count" and not phrase.pair and rounds is None and minutes is None:
                follows = self.kind(place + 1) in ("rounds", "set-word")
                before_x = place > 0 and self.kind(place - 1) == "x"
                if (
                    not (follows or before_x)
                    and self.kind(place + 1) == "words"
                    and not self.is_filler(place + 1)
                ):
                    break  # "every 2:00 5 deadlifts": the count belongs to the movement
                if before_x or follows:
                    rounds = self.bounded(phrase.values[0])
                    self.used |= {place, place + 1} if follows else {place}
                else:
                    minutes = phrase.values[0]
                    self.used.add(place)
            break
        interval_s = interval_s or 60
        if rounds is None and minutes is None:
            minutes, rounds = self._every_before(at)
        if rounds is None and minutes is not None:
            rounds = self.bounded(minutes * 60 // interval_s)
        if minutes is None and rounds is not None:
            minutes = rounds * interval_s / 60
        scheme, step = self._ladder()
        return Format(
            "every-minute",
            rounds=rounds,
            minutes=minutes,
            interval_s=interval_s,
            scheme=scheme,
            ladder_step=step,
        )

    def _every_before(self, at: int) -> tuple[float | None, int | None]:
        """'12 min EMOM', '10 rounds every 2:00', '10:00 EMOM'."""
        place = at - 1
        while place >= 0 and place not in self.line.taken and self.is_filler(place):
            place -= 1
        if place < 0 or place in self.line.taken:
            return None, None
        phrase = self.phrases[place]
        if phrase.kind in ("rounds", "set-word", "comma", "x") and self.kind(place - 1) == "count":
            self.used |= {place, place - 1}
            return None, self.bounded(self.phrases[place - 1].values[0])
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
        number = int(re.split(r"\D", text, maxsplit=1)[0])
        return number * 60 if re.search(r"m|'", text) else number

    def _usual_interval(self) -> int | None:
        """'20/10 x 8', '8 x 20/10': a pair of times that is usual, on a line that counts nothing else."""
        for index in self.free:
            phrase = self.phrases[index]
            if (
                phrase.kind == "sets"
                and phrase.form == "first-pair"
                and self._pair_of(phrase) in USUAL_INTERVALS
                and index == self.free[0]
            ):
                return index
            if (
                phrase.kind == "sets"
                and phrase.pair
                and phrase.values in USUAL_INTERVALS
                and index == self.free[0]
            ):
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
            return Format("intervals", rounds=self.bounded(phrase.values[0]), work_s=work_s, rest_s=rest_s)
        return Format(
            "intervals",
            rounds=self.bounded(phrase.times),
            work_s=int(phrase.values[0]),
            rest_s=int(phrase.values[1]),
        )

    def _with_rounds(self, fmt: Format, at: int) -> Format:
        rounds = None
        for place in self.free:
            phrase = self.phrases[place]
            if place in self.used:
                continue
            if (
                phrase.kind == "count"
                and not phrase.pair
                and (self.kind(place + 1) in ("rounds", "set-word", "x") or self.kind(place - 1) == "x")
            ):
                rounds = self.bounded(phrase.values[0])
                self.used |= {
                    one
                    for one in (place, place + 1)
                    if self.kind(one) in ("count", "rounds", "set-word", "x")
                }
                break
            seconds = seconds_of(phrase)
            if (
                seconds
                and phrase.times == 1
                and self.kind(place - 1) != "rest"
                and fmt.work_s
                and seconds >= 2 * (fmt.work_s + (fmt.rest_s or 0))
            ):
                rounds = self.bounded(seconds // (fmt.work_s + (fmt.rest_s or 0)))
                self.used.add(place)
                break
        return replace(fmt, rounds=rounds)

    def _rounds(self) -> Format:  # noqa: C901  # one test a notation; to be entries of their own
        rounds, for_time, quality = None, False, False
        scheme: tuple[int, ...] = ()
        step: int | None = None
        for kind in ("rounds", "for-time", "quality"):
            at = self.at(kind)
            if at is None:
                continue
            self.used.add(at)
            for_time |= kind == "for-time"
            quality |= kind == "quality"
            before = at - 1
            while (
                before >= 0
                and before not in self.line.taken
                and (self.is_filler(before) or self.kind(before) in ("dash", "of"))
                and self.kind(before) != "count"
            ):
                before -= 1
            after = at + 1
            if (
                rounds is None
                and self.kind(before) == "count"
                and not self.phrases[before].pair
                and before not in self.used
            ):
                rounds = self.bounded(self.phrases[before].values[0])
                self.used.add(before)
            elif (
                rounds is None
                and self.kind(before) in ("scheme", "span")
                and len(self.phrases[before].values) == 2
                and kind == "rounds"
            ):
                rounds = self.bounded(self.phrases[before].values[0])  # "3-5 rounds": the fewest
                self.used.add(before)
            elif (
                rounds is None
                and kind == "rounds"
                and self.kind(after) == "count"
                and self.kind(after + 1) in ("", "colon")
            ):
                rounds = self.bounded(self.phrases[after].values[0])
                self.used.add(after)
        if (
            rounds is None
            and quality
            and (times := self.at("x")) is not None
            and self.kind(times - 1) == "count"
            and self.kind(times + 1) in ("", "colon")
        ):
            rounds = self.bounded(self.phrases[times - 1].values[0])  # "for quality: 3x"
            self.used |= {times, times - 1}
        if (
            rounds is None
            and quality
            and (sets := self.at("set-word")) is not None
            and self.kind(sets - 1) == "count"
            and not self.phrases[sets - 1].pair
        ):
            rounds = self.bounded(self.phrases[sets - 1].values[0])  # "4 sets, not for time"
            self.used |= {sets, sets - 1}
        if rounds is None:
            scheme, step = self._ladder()
            if not scheme and (at := self.at("scheme")) is not None and self._leads(at):
                scheme = tuple(int(value) for value in self.phrases[at].values)
                self.used.add(at)
        if (
            rounds
            and (at := self.at("each")) is not None
            and [self.kind(one) for one in range(at - 2, at + 2)] == ["open", "count", "each", "close"]
        ):
            self.used |= {at - 1, at}  # "4 rounds (2 each)" of a team says twice what its share says
        if (rounds and rounds > 1) or (rounds and not for_time):
            return Format("rounds", rounds=rounds, for_time=for_time)
        return Format("for-time", scheme=scheme, ladder_step=step, for_time=for_time)

    def _leads(self, at: int) -> bool:
        """Whether no real words stand before a phrase."""
        return all(self.phrases[one].kind != "words" or self.is_filler(one) for one in self.free if one < at)

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
        if (
            at is None
            and (list_at := self.at("scheme")) is not None
            and self._leads(list_at)
            and len(self.phrases[list_at].values) >= 3
        ):
            at = list_at
        if word is not None:
            self.used.add(word)
        if at is None:
            return (), None
        self.used.add(at)
        phrase = self.phrases[at]
        if phrase.kind == "scheme":
            values = tuple(int(value) for value in phrase.values)
            rising = len(values) >= 3 and all(
                b - a == values[1] - values[0] > 0 for a, b in itertools.pairwise(values)
            )
            return values, (
                values[1] - values[0]
                if rising
                and (word is not None or self.at("amrap") is not None or self._has("amrap", "every"))
                else None
            )
        return expand_ladder(phrase)

    def _has(self, *kinds: str) -> bool:
        return any(self.phrases[index].kind in kinds for index in self.free)

    def _scheme_alone(self) -> Format | None:
        """'21-15-9' or '10-9-8...1' on a line of its own, or leading a line ('21-15-9 reps of')."""
        at = self.at("scheme", "ladder", "span")
        if at is None or any(
            self.phrases[one].kind in ("sets", "build", "tempo", "measure", "rm", "max") for one in self.free
        ):
            return None
        if any(self.phrases[one].kind == "words" and not self.is_filler(one) for one in self.free):
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
        count = (
            at - 2 if at is not None and at >= 2 and self.is_filler(at - 1) else (at or 0) - 1
        )  # "3 giant sets"
        if at is not None and self.kind(count) == "count" and self._nothing_but({at, count}):
            self.used |= {at, count}
            return Format("rounds", rounds=self.bounded(self.phrases[count].values[0]))
        at = self.at("x")
        if (
            at is not None
            and self.kind(at - 1) == "count"
            and self._nothing_but({at, at - 1})
            and not self.phrases[at - 1].pair
        ):
            self.used |= {at, at - 1}
            return Format("rounds", rounds=self.bounded(self.phrases[at - 1].values[0]))
        if (
            at is not None
            and self.kind(at + 1) == "count"
            and self._nothing_but({at, at + 1})
            and not self.phrases[at + 1].pair
        ):
            self.used |= {at, at + 1}
            return Format("rounds", rounds=self.bounded(self.phrases[at + 1].values[0]))
        return None

    def _nothing_but(self, allowed: set[int]) -> bool:
        rest = {"rest", "after-set", "clock", "measure"}
        return all(
            index in allowed
            or self.phrases[index].kind in ("colon", "of", "dash", "comma", "open", "close", *rest)
            or self.is_filler(index)
            for index in self.free
        )
