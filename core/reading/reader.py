"""Whiteboard text -> Workout: lines become headings, formats, movements and notes; the rest is handed back as unread."""
from __future__ import annotations

import re
import unicodedata
from dataclasses import dataclass, field, replace

from core.catalog import Catalog, load_catalog
from core.errors import UnusableText
from core.reading.chunks import Draft, read_chunk
from core.reading.formats import FILLERS, read_format
from core.reading.names import Names, plain
from core.reading.tokens import Phrase, tokenize
from core.reading.volumes import finish, rounds_of
from core.reading.workout import Format, Part, Unread, Workout

MAX_TEXT_BYTES = 100_000
MAX_LINE = 2_000
HEADING = re.compile(r"^\s*(?:part\s+)?([A-Z])(\d)?\s*(?:[).:\]]|-(?=\s)|$)\s*", re.IGNORECASE)
NAMED_HEADING = re.compile(
    r"^\s*(strength|skill|practice|conditioning|metcon|workout|event(?:\s+\d+)?|accessory|finisher|then)\s*(?:[:.\-–]\s*|$)", re.IGNORECASE)
KIND_OF_HEADING = {"strength": "strength", "accessory": "strength", "skill": "skill", "practice": "skill", "event": "event"}
BULLET = re.compile(r"^\s*(?:[-*•·▪◦‣]|\d{1,2}[.)](?=\s))\s*")
STRENGTH_IMPLEMENTS = ("barbell",)


@dataclass
class PartDraft:
    """A part being read."""

    name: str
    line: int
    heading: bool = False
    heading_kind: str = ""
    format: Format | None = None
    work: list[Draft] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)
    block_division: str | None = None


def check_text(text: str) -> None:
    """Raise UnusableText, in words fit for a coach, for a text that is no workout text at all."""
    if not text.strip():
        raise UnusableText("There is no text to read. Paste the day's workout, one movement a line.")
    size = len(text.encode("utf-8", "replace"))
    if size > MAX_TEXT_BYTES:
        raise UnusableText(f"The text is {size // 1000} kB; up to {MAX_TEXT_BYTES // 1000} kB can be read. Paste one day at a time.")
    odd = sum(1 for letter in text if unicodedata.category(letter) in ("Cc", "Co", "Cs") and letter not in "\n\r\t\f\v")
    if "\x00" in text or odd > len(text) // 20 or text.count("\ufffd") > len(text) // 20:
        raise UnusableText("This looks like a binary file, not text. Save the workout as plain text and try again.")


def read_workout(text: str, catalog: Catalog | None = None, taught: dict[str, str] | None = None) -> Workout:
    """Read a whiteboard text. Every word is in the result: as work, format, title, note, or unread with its place.

    taught: a gym's own words, plain word -> movement id. Raises UnusableText for an empty, binary or over-long text.
    """
    check_text(text)
    return _Reader(catalog or load_catalog(), taught).read(text)


class _Reader:
    def __init__(self, catalog: Catalog, taught: dict[str, str] | None):
        self.catalog = catalog
        self.names = Names(catalog, taught)
        self.parts: list[PartDraft] = []
        self.unread: list[Unread] = []
        self.title = ""
        self.after_blank = False

    def read(self, text: str) -> Workout:
        lines = text.replace("\r\n", "\n").replace("\r", "\n").split("\n")
        self.line_count = sum(1 for line in lines if line.strip())
        for number, line in enumerate(lines, start=1):
            if not line.strip():
                self.after_blank = True
                continue
            if len(line) > MAX_LINE:
                self.unread.append(Unread(number, 1, line[:80], f"a line of over {MAX_LINE} characters"))
                continue
            self._line(number, line)
            self.after_blank = False
        parts = tuple(self._finish(part) for part in self.parts if part.work or part.notes or part.format or part.heading)
        return Workout(self.title, parts, tuple(sorted(self.unread, key=lambda one: (one.line, one.column))))

    # -- one line -------------------------------------------------------------------------------------------------

    def _line(self, number: int, line: str) -> None:
        start = self._heading(number, line)
        if bullet := BULLET.match(line[start:]):
            start += bullet.end()
        if not line[start:].strip():
            return
        blank = " " * start + line[start:]
        phrases = [phrase for phrase in tokenize(blank)]
        if phrases[0].kind == "note":
            self._part(number).notes.append(line[start:].strip())
            return
        if self._is_title(number, phrases, line):
            self.title = line.strip().rstrip(":")
            return
        bracketed, phrases = _without_brackets(phrases)
        station, phrases = _station(phrases)
        found = read_format(phrases)
        if found:
            self._format(number, found.format)
            phrases = [phrase for index, phrase in enumerate(phrases) if index not in found.used]
        for division, chunk in self._chunks(phrases):
            self._chunk(number, chunk, bracketed, division, station)
        if not found and phrases and all(p.kind == "division" or not _carries(p) for p in phrases):
            self._part(number).block_division = _division_of(phrases)

    def _heading(self, number: int, line: str) -> int:
        """Open a part when the line starts with a heading. Returns the column the rest starts at."""
        named = NAMED_HEADING.match(line)
        letter = HEADING.match(line)
        if named and plain(named.group(1)) != "then":
            word = named.group(1).lower().split()[0]
            self.parts.append(PartDraft(named.group(1).strip().capitalize(), number, True, KIND_OF_HEADING.get(word, "conditioning")))
            return named.end()
        if letter:
            self.parts.append(PartDraft((letter.group(1) + (letter.group(2) or "")).upper(), number, True))
            rest = NAMED_HEADING.match(line[letter.end():])
            if rest:
                word = rest.group(1).lower().split()[0]
                self.parts[-1].heading_kind = KIND_OF_HEADING.get(word, "conditioning")
                return letter.end() + rest.end()
            return letter.end()
        return 0

    def _is_title(self, number: int, phrases: list[Phrase], line: str) -> bool:
        if self.title or self.parts or self.unread or self.line_count < 2:
            return False
        worded = [phrase for phrase in phrases if phrase.kind == "words"]
        if not worded or any(phrase.kind in ("count", "sets", "measure", "scheme", "clock", "every", "amrap", "rounds",
                                              "for-time", "build", "max", "rest", "cap", "division") for phrase in phrases):
            return False
        return self.names.find(" ".join(phrase.text for phrase in worded)) is None and not any(
            self.names.find(phrase.text) for phrase in worded)

    def _part(self, number: int) -> PartDraft:
        if not self.parts:
            self.parts.append(PartDraft("A", number))
        return self.parts[-1]

    def _format(self, number: int, fmt: Format) -> None:
        part = self._part(number)
        if fmt.kind == "rest":
            if part.format is not None:
                part.format = replace(part.format, rest_s=fmt.rest_s)
            else:
                part.notes.append(f"rest {fmt.rest_s} s")
            return
        last = part.work[-1] if part.work else None
        if fmt == Format(scheme=fmt.scheme) and part.format is None and last is not None and not last.has_amount:
            last.scheme, last.sets, last.sets_written = fmt.scheme, len(fmt.scheme), True  # "Deadlift", then "5-5-3-3-1"
            return
        only_cap = fmt == Format(cap_s=fmt.cap_s)
        if part.format is not None and only_cap:
            part.format = replace(part.format, cap_s=fmt.cap_s)
            return
        if part.work or part.format is not None:
            if part.format is not None and not part.work and fmt.kind == "for-time":
                part.format = replace(part.format, scheme=fmt.scheme or part.format.scheme, for_time=True, cap_s=fmt.cap_s or part.format.cap_s)
                return
            part = PartDraft(_next_name(self.parts), number)
            self.parts.append(part)
        part.format = fmt

    # -- one movement ---------------------------------------------------------------------------------------------

    def _chunks(self, phrases: list[Phrase]) -> list[tuple[str | None, list[Phrase]]]:
        """Split at commas, plus signs, 'then' and division words, where each side names something."""
        chunks: list[tuple[str | None, list[Phrase]]] = [(None, [])]
        for phrase in phrases:
            if phrase.kind == "division":
                chunks.append((phrase.text.lower(), []))
            elif phrase.kind in ("comma", "plus", "then") and _has_words(chunks[-1][1]):
                chunks.append((chunks[-1][0], []))
            elif phrase.kind not in ("colon", "open", "close", "other", "dash", "at", "of", "comma", "plus", "then"):
                chunks[-1][1].append(phrase)
        return [(division, chunk) for division, chunk in chunks if chunk]

    def _chunk(self, number: int, phrases: list[Phrase], bracketed: set[int], division: str | None, station: int | None) -> None:
        part = self._part(number)
        chunk = read_chunk(number, phrases, bracketed, self.names)
        self.unread.extend(chunk.unread)
        draft = chunk.draft
        if draft is None:
            part.notes.extend(chunk.amounts.notes)
            if not chunk.unread and not chunk.amounts.notes:
                self._loose_amount(number, phrases, chunk.amounts, part)
            return
        if part.work and part.format is None and not part.heading and self.after_blank and draft.sets_written:
            part = PartDraft(_next_name(self.parts), number)
            self.parts.append(part)
        draft.division = division or part.block_division
        draft.station = station
        if draft.division and division:
            self._override(part, draft)
        part.work.append(draft)

    def _override(self, part: PartDraft, draft: Draft) -> None:
        """An inline division line replaces the last shared movement and takes over the amounts it does not say."""
        shared = [index for index, work in enumerate(part.work) if work.division is None]
        if not shared or draft.division == "rx":
            return
        draft.replaces = shared[-1]
        original = part.work[draft.replaces]
        if not draft.has_amount:
            for name in ("reps", "scheme", "sets", "sets_written", "distance_m", "calories", "seconds", "sides", "station"):
                setattr(draft, name, getattr(original, name))

    def _loose_amount(self, number: int, phrases: list[Phrase], amounts: Draft, part: PartDraft) -> None:
        """A line of amounts without a name belongs to the movement above it, if that one still lacks them."""
        last = part.work[-1] if part.work else None
        text = " ".join(phrase.text for phrase in phrases)
        if last is not None:
            taken = False
            for name in ("scheme", "sets", "loads_kg", "load_text", "percent", "rpe", "heights_m", "tempo", "reps", "seconds",
                         "distance_m", "calories"):
                if getattr(amounts, name) and not getattr(last, name):
                    setattr(last, name, getattr(amounts, name))
                    taken = True
            last.sets_written = last.sets_written or amounts.sets_written
            last.assumed.extend(amounts.assumed)
            if taken:
                return
        if any(_carries(phrase) for phrase in phrases):
            self.unread.append(Unread(number, phrases[0].column + 1, text, "an amount with no movement to go with", ()))

    # -- a whole part ---------------------------------------------------------------------------------------------

    def _finish(self, part: PartDraft) -> Part:
        fmt = part.format
        if fmt is None:
            fmt = Format("sets-x-reps") if any(work.sets_written for work in part.work) else Format("for-time")
            sets = {work.sets for work in part.work if work.sets}
            fmt = replace(fmt, rounds=sets.pop() if len(sets) == 1 else None)
        rounds, estimated = rounds_of(fmt, part.work, self.catalog)
        if estimated:
            fmt = replace(fmt, rounds=rounds, estimated=True)
        blocks = {work.division for work in part.work if work.division and work.replaces is None} - {"rx"}
        work = tuple(finish(draft, fmt, rounds, estimated, self.catalog) for draft in part.work)
        if blocks and any(one.division is None for one in part.work) and not any(one.replaces is not None for one in part.work):
            work = _block_overrides(work, blocks)
        return Part(part.name, self._kind(part, fmt), fmt, work, tuple(part.notes), part.line)

    def _kind(self, part: PartDraft, fmt: Format) -> str:
        if part.heading_kind:
            return part.heading_kind
        if fmt.kind == "sets-x-reps":
            return "strength"
        heavy = [work for work in part.work if (work.percent or work.rpe)
                 and self.catalog.movements[work.movement].implement in STRENGTH_IMPLEMENTS]
        return "strength" if heavy and len(heavy) == len(part.work) else "conditioning"


def _block_overrides(work: tuple, blocks: set[str]) -> tuple:
    """A division written as its own block replaces the shared list one for one, then adds what is left."""
    shared = [index for index, one in enumerate(work) if one.division is None]
    result = list(work)
    for division in blocks:
        own = [index for index, one in enumerate(work) if one.division == division]
        for place, index in enumerate(own):
            if place < len(shared):
                result[index] = replace(work[index], replaces=shared[place])
    return tuple(result)


def _next_name(parts: list[PartDraft]) -> str:
    letters = [part.name for part in parts if len(part.name) == 1 and part.name.isalpha()]
    return chr(min(ord("Z"), ord(max(letters)) + 1)) if letters else "A"


def _without_brackets(phrases: list[Phrase]) -> tuple[set[int], list[Phrase]]:
    """Columns of phrases that stood in brackets, and the phrases without the brackets themselves."""
    depth, inside, kept = 0, set(), []
    for phrase in phrases:
        if phrase.kind == "open":
            depth += 1
        elif phrase.kind == "close":
            depth = max(0, depth - 1)
        else:
            kept.append(phrase)
            if depth:
                inside.add(phrase.column)
    return inside, kept


def _station(phrases: list[Phrase]) -> tuple[int | None, list[Phrase]]:
    """'minute 2 -' or 'odd' at the start of a line: which minute it belongs to."""
    if not phrases or phrases[0].kind != "station":
        return None, phrases
    word = phrases[0].text.lower()
    digits = re.search(r"\d+", word)
    number = int(digits.group()) if digits else 1 if word.startswith("odd") else 2
    return number, [phrase for phrase in phrases[1:] if phrase.kind not in ("dash", "colon")] if len(phrases) > 1 else []


def _has_words(phrases: list[Phrase]) -> bool:
    return any(phrase.kind == "words" and not all(word in FILLERS for word in phrase.text.lower().split()) for phrase in phrases)


def _carries(phrase: Phrase) -> bool:
    """Whether a phrase says something that must not be lost."""
    return phrase.kind not in ("colon", "comma", "dash", "other", "open", "close", "at", "of", "plus", "x", "unit", "reps", "sets", "then")


def _division_of(phrases: list[Phrase]) -> str | None:
    found = [phrase.text.lower() for phrase in phrases if phrase.kind == "division"]
    return found[0] if found else None
