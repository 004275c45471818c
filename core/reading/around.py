"""What a line says around its movements: which minute, once before or after, between which times, 'then'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterable, Sequence
from dataclasses import replace

from core.catalog import Catalog
from core.reading.board_words import board_words
from core.reading.draft import Chunk, Chunks
from core.reading.kit_words import HAND_WEIGHTS
from core.reading.line import SILENT, Line
from core.reading.names import Names
from core.reading.numerals import COUNT_WORDS
from core.reading.part_draft import PartDraft
from core.reading.parts import Parts
from core.reading.phrases import Phrase
from core.reading.plain_words import plain_words
from core.reading.prose import AGAIN, BACKWARDS, DO_AGAIN
from core.reading.rest_of_time import LEFT_OVER, fills_its_interval
from core.reading.rows import Row
from core.reading.tokens import how_many, seconds_of
from core.reading.units import MINUTE_S
from core.reading.volumes import LEAST_LEFT_S, MEANWHILE, once_s
from core.reading.workout import Format

_TURNS = re.compile(
    r"\b(?:odds?\s*(?:/|&|and)\s*evens?|alternat\w*|alt|rotat\w*)\b(?!\s+(?:db|kb|arms?|legs?|dumbbell|lunges?|snatch))",
    re.IGNORECASE,
)
_DASH = re.compile(r"[-–—]\s")
_LABEL_ENDS = re.compile(
    r"(?:(?:(?:skill\s+)?work|complex|practice|skills?|drills?|ladder|density|volume"
    r"|endurance|tech(?:nique)?)(?:\s+with\s[^:\d]{1,20}?)?\s*)?:",
    re.IGNORECASE,
)
LEAST_BACKWARDS = 3  # lines of a list that is done backwards, too
LONG_INTERVAL_S = 180  # from which an interval holds a list, and no place of one; common practice
SHORT_WINDOW_S = 300  # windows up to this are places of one piece, longer ones pieces of their own


def says_nothing(read: Line) -> bool:
    """Whether a line has only signs."""
    return all(
        phrase.kind in SILENT and (phrase.kind == "x" or not phrase.text.isalnum()) for phrase in read.phrases
    )


def only_minutes(read: Line) -> bool:
    """'(20 min)' beside a heading."""
    said = [phrase for phrase in read.phrases if phrase.kind not in SILENT or phrase.kind == "of"]
    return len(said) == 1 and said[0].kind in ("measure", "clock") and seconds_of(said[0]) is not None


def nothing_left(read: Line) -> bool:
    """Whether everything but signs has been taken."""
    return all(read.phrases[index].kind in SILENT for index in read.free())


def station_of(read: Line) -> int | None:
    """'minute 2 -' or 'odd' at the start of a line: which minute it belongs to."""
    if not read.phrases or read.phrases[0].kind != "station":
        return None
    phrase = read.phrases[0]
    digits = re.search(r"\d+", phrase.text)
    place = 1 if "odd" in phrase.text.lower() else 2
    number = int(digits.group()) if digits else place
    read.take([0], "format", f"minute {number}")
    return number


ROLES = {
    "buy-in": "once, before the rest",
    "cash-out": "once, after the rest",
    MEANWHILE: "while somebody else works",
}


def role_of(read: Line, part: PartDraft) -> str:
    """'buy-in:' and 'cash-out:' before a movement, or heading the lines that follow."""
    at = next((index for index in read.free() if read.phrases[index].kind in ROLES), None)
    if at is None:
        return ""
    role = read.phrases[at].kind
    read.take([at], "format", ROLES[role])
    if nothing_left(read):
        part.block_role = role
    return role


def take_window(row: Row, read: Line, parts: Parts) -> None:
    """'0:00-5:00' before what is done in that time: kept as a note; a list of long ones is one piece each."""
    for index in read.free():
        phrase = read.phrases[index]
        if phrase.kind != "window":
            continue
        part, seconds = parts.current(row.number), _window_s(phrase)
        lasts = (
            part.window_s or (part.format.minutes if part.format and part.format.minutes else 0) * MINUTE_S
        )
        if index == 0 and lasts and part.work and max(lasts, seconds) > SHORT_WINDOW_S:
            part = parts.next(row.number)
        part.window_s = read.window_s = seconds
        part.notes.append(phrase.text)
        read.take([index], "note", "a window on the clock")


def _window_s(phrase: Phrase) -> int:
    """Seconds from the start of a window to its end."""
    clocks = [int(a) * 60 + int(b) for a, b in re.findall(r"(\d{1,2}):(\d{2})", phrase.text)]
    if not clocks:  # "minutes 18 to 33"
        clocks = [int(minutes) * 60 for minutes in re.findall(r"\d{1,2}", phrase.text)]
    return max(0, clocks[-1] - clocks[0])


def fill_window(read: Line, chunks: Iterable[Chunk]) -> None:
    """'0:00-0:45 thrusters': as many as one can in the window."""
    for chunk in chunks:
        tried = chunk.draft.max_effort and not replace(chunk.draft, counts="").has_counts
        if read.window_s and chunk.named and (tried or not chunk.draft.has_amount):
            chunk.draft.max_effort, chunk.draft.seconds = True, read.window_s


def take_window_of_time(read: Line, chunks: Sequence[Chunk], catalog: Catalog) -> None:
    """'2 min: 15 cal bike + max deadlifts': how long all of it is given, which is no amount of the first."""
    kinds = [phrase.kind for phrase in read.phrases[:2]]
    seconds = seconds_of(read.phrases[0]) if kinds[1:] in (["colon"], ["dash"]) else None
    named = [chunk.draft for chunk in chunks if chunk.named]
    if not seconds or not named or named[0].seconds != seconds or not named[0].has_counts:
        return
    within = [chunk.draft.seconds or seconds for chunk in chunks if not chunk.named]
    if len(named) == 1 and within and within[0] < seconds:
        named[0].seconds = None  # "5 min: dead hang, accumulate 90 s"
    if len(named) < 2:
        return
    named[0].seconds = None
    spent = sum(once_s(one, catalog, 0.5) for one in named if not one.max_effort)
    for one in named:
        if one.max_effort and not one.has_amount:
            one.seconds = max(LEAST_LEFT_S, round(seconds - spent))


def fill_amrap(fmt: Format, chunks: Sequence[Chunk]) -> None:
    """'5 min AMRAP wall balls': one bare movement, for all of the time."""
    named = [chunk.draft for chunk in chunks if chunk.named]
    if fmt.kind == "as-many-as-possible" and fmt.minutes and len(named) == 1 and not named[0].has_amount:
        named[0].max_effort, named[0].seconds = True, round(fmt.minutes * 60)


_AT_ONCE = re.compile(
    r"\W*(?:then\s+)?(?:immediately|straight|directly|right)\b|\W*then\s+at\s+once\b", re.IGNORECASE
)  # the list goes on: "then immediately 400 m run"


def then_alone(row: Row, read: Line, part: PartDraft | None) -> bool:
    """Take a leading 'then', which ends the list above, but for one that stands in it. True where the line
    says nothing else."""
    free = read.free()
    if not free or read.phrases[free[0]].kind != "then":
        return False
    read.take([free[0]], "format", "then")
    read.mark(read.phrases[free[0]].column, read.phrases[free[0]].end, "format", "then")
    alone = nothing_left(read)
    at_once = _AT_ONCE.match(read.content) is not None and not alone
    if (
        part is not None
        and not alone
        and (_stands_in_its_list(row, part) or (not row.after_blank and _goes_on_below(row.text, part)))
    ):
        return False
    if part is not None and (alone or part.repeats) and not (at_once or LEFT_OVER.search(read.content)):
        unknown = part.lost > 0 and part.format is not None and part.format_line < row.number
        part.closed = any(work.role != "buy-in" for work in part.work) or unknown
    return alone


_WITH_ALL = re.compile(r"\W*then\s+(?:together|both|all\s+(?:of\s+you|two|three|four))\b", re.IGNORECASE)


def _goes_on_below(text: str, part: PartDraft) -> bool:
    """'then max burpees' of an interval, 'then together 30 squats' below what each partner does."""
    return fills_its_interval(text, part) or _WITH_ALL.match(text) is not None


def _stands_in_its_list(row: Row, part: PartDraft) -> bool:
    """Whether a row is as deep as the list below a format, and deeper than the format."""
    outer = part.format_indent
    return outer is not None and row.indent == part.work_indent and row.indent > outer and part.repeats


_ALL_RUN = re.compile(
    r"\b(?:you\s+)?(?:both|all|everyone|everybody|everyone\s+does)\s+(?:of\s+you\s+)"
    r"?(?P<goes>runs?|rows?|bikes?|skis?)\b"
    r"(?:\s+together\b(?=\W*$|\.\s))?(?!\s*(?:\d|the\s+\d))",
    re.IGNORECASE,
)


def take_who_goes(read: Line, part: PartDraft | None, catalog: Catalog) -> None:
    """'you both run, reps split' below a list: nobody's way is shared out."""
    told = (
        part is not None and part.work and any(map(read.text.lower().__contains__, ("both", "all ", "every")))
    )
    said = _ALL_RUN.search(read.text) if told else None
    within = [
        at
        for at, one in enumerate(read.phrases)
        if said and said.start() <= one.column and one.end <= said.end()
    ]
    if said is None or part is None or not within:
        return
    family = "running" if said["goes"].lower().startswith("run") else "machine"
    for one in part.work:
        one.everyone |= catalog.movements[one.movement].family == family
    read.take(within, "format", "each of them")


def take_kit(row: Row, read: Line, parts: Parts, names: Names) -> None:
    """'KB complex', 'dumbbell only' above a list, or before the colon of one: what all of it is done with."""
    heads = row.followed and not row.named
    led = max((at for at, one in enumerate(read.phrases) if one.kind in ("colon", "dash")), default=0)
    for index in read.free() if heads else [at for at in read.free() if at < led]:
        kit = kit_of_all(read.phrases[index].text) if read.phrases[index].kind == "words" else ""
        if kit and names.find(read.phrases[index].text) is None:
            part = parts.current(row.number)
            part = parts.next(row.number) if part.work else part
            part.kit = kit
            if _OF_THE_CLASS.search(read.phrases[index].text) and not any(one.work for one in parts.all):
                parts.kit = kit  # "KB class 45 min" above all of its parts
            read.take([index], "note", "what it is done with")


def kit_of_all(text: str) -> str:
    """'KB complex', 'Dumbbell only workout': what a title says everything is done with; '' where it says
    nothing."""
    words = set(plain_words(_BELLS.sub("kettlebells", text)))
    kit = words & set(HAND_WEIGHTS)
    says = len(kit) == 1 and words & KIT_TITLES and not words - kit - KIT_TITLES - board_words().passable
    return next(iter(kit)) if says else ""


_OF_THE_CLASS = re.compile(r"\b(?:class|session|day)\b", re.IGNORECASE)
_BELLS = re.compile(r"\bKBs\b", re.IGNORECASE)  # by itself no swing
KIT_TITLES = frozenset(
    "complex only flow workout wod circuit day session class amrap hotel home single all arm handed".split()
    + "finisher ladder chipper".split()
)


def take_all_out(row: Row, read: Line, parts: Parts) -> None:
    """'4 sets for max reps:' on a line that names nothing: every movement of its list."""
    leads = bool(read.phrases) and read.phrases[0].kind == "max"
    weighed = leads and any(one.unit == "percent" for one in read.phrases)  # "max reps @ 70 %"
    for index in read.free() if not (row.named or weighed) else ():
        if read.phrases[index].kind == "max":
            parts.current(row.number).all_out = True
            read.take([index], "format", "as many as you can")


def take_each_side(read: Line, parts: Parts) -> None:
    """'3 sets, each side' above a list: what of it has sides is done on both."""
    said = [index for index in read.free() if read.phrases[index].kind == "per-side"]
    part = parts.last
    if said and read.followed and not read.named and part is not None and part.format and not part.work:
        part.sided = True
        read.take(said, "amount", "each side")


def take_more_times(read: Line, parts: Parts) -> bool:
    """'Repeat 4 more times' below a list: once more than it says; 'Do it 3 times.' behind what its own line
    says, that line."""
    said, part = DO_AGAIN.match(read.content), parts.last
    if said is None or part is None or not part.work or (part.format is not None and part.format.rounds):
        return False
    own = [work for work in part.work if work.line == read.number]
    if own and len(own) < len(part.work) and part.format is None:
        before = part
        part = parts.next(read.number)
        part.work, before.work = own, [work for work in before.work if work.line != read.number]
    number = int(said["times"]) if said["times"].isdecimal() else int(COUNT_WORDS[said["times"].lower()])
    times = number + 1 if said["more"] else number
    timed = part.format is not None and part.format.for_time
    part.format = Format("rounds", rounds=times, for_time=timed)
    read.take(range(len(read.phrases)), "format", "again and again")
    return True


_SWITCHES = re.compile(
    r"^\W*(?:switch|swap)(?:\s+(?:over|places|roles))?\s*(?:x\s?\d|\d\s*(?:x\b|times))[^:]*$", re.IGNORECASE
)
_GIVES_BACK = ((_SWITCHES, "how often they change is not counted"),)


def take_again(read: Line, part: PartDraft | None) -> bool:
    """'Repeat until 40 minutes are up' below a list: as many rounds as possible."""
    why = next((why for said, why in _GIVES_BACK if said.match(read.content)), "")
    if part is not None and part.work and why:
        read.hand_back(read.phrases[0].column, read.phrases[-1].end, why)
        read.taken.update(range(len(read.phrases)))
        return True
    if part is not None and part.work and BACKWARDS.match(read.content):
        return _backwards(read, part)
    said = AGAIN.match(read.content)
    if said is None or part is None or not part.work or (part.format is not None and part.format.rounds):
        return False
    scheme = part.format.scheme if part.format is not None else ()
    part.format = Format("as-many-as-possible", minutes=float(said["minutes"]), scheme=scheme)
    read.take(range(len(read.phrases)), "format", "again and again")
    return True


def _backwards(read: Line, part: PartDraft) -> bool:
    """'And back up' below '40 wall balls, 30 pull-ups, 10 cleans': the list again from its last but one."""
    lines = [one for one in part.work if one.as_prescribed]
    if len(lines) < LEAST_BACKWARDS or (
        part.format is not None and (part.format.rounds or part.format.scheme)
    ):
        read.hand_back(
            read.phrases[0].column, read.phrases[-1].end, "the list again, backwards, is not counted"
        )
    else:
        for one in reversed(lines[:-1]):
            part.work.append(replace(one, line=read.number, column=read.phrases[0].column + 1))
            part.work[-1].assumed = ["once more on the way back; the last of the list once"]
        read.mark(read.phrases[0].column, read.phrases[-1].end, "format", "the list again, backwards")
    read.taken.update(range(len(read.phrases)))
    return True


def take_length(read: Line, part: PartDraft) -> None:
    """'15 minutes, 1 min each: row, step-ups, slams': how long it all takes, before how long each does."""
    kinds = [phrase.kind for phrase in read.phrases[:4]]
    if kinds[1:] != ["comma", kinds[2], "each"] if len(kinds) == 4 else True:
        return
    first, second = read.phrases[0], read.phrases[2]
    whole, one = seconds_of(first), seconds_of(second)
    if whole and one and whole > one and 0 in read.free():
        part.lasts_s = whole
        read.take([0], "format", "how long it all takes")


def _says_turns(row: Row, read: Line, names: Names) -> bool:
    """Whether a row says that lines take turns; a movement's own name ("lunge and rotate") does not."""
    said = _TURNS.search(row.content)
    if said is None:
        return False
    for phrase in read.phrases:
        named = names.find(phrase.text) if phrase.kind == "words" else None
        if named and named.confidence == 1 and said[0] in phrase.text[named.start : named.end]:
            return False
    return True


LEAST_IN_TURN_S = 150  # of an interval of which a list of places has one each; common practice
_TURNS_BELOW = re.compile(
    r"\W*(?:then\s+)?(?:alternat(?:e|ing)|rotat(?:e|ing)|take\s+turns|(?:odds?\s*(?:/|&|and)\s*evens?))"
    r"(?:\s+(?:each|every|the|by|per|through|between|on|movements?|exercises?|stations?|lines?|efforts?|min(?:ute)?s?"
    r"|intervals?|sets?|rounds?|two|both|A|B|and|1|2|\d\s?min(?:ute)?s?))*\W*",
    re.IGNORECASE,
)


def take_turns_below(row: Row, parts: Parts) -> None:
    """'alternate', 'rotate each minute' on a line of its own below what is done every so many minutes."""
    last = parts.last
    if last is not None and last.work and _TURNS_BELOW.fullmatch(row.text):
        last.by_turns = True


def take_each_once(row: Row, read: Line, parts: Parts, names: Names) -> None:
    """'each station once', 'alternating:' beside intervals: one place of the list an interval; '3 stations':
    how many places it has."""
    part = parts.current(row.number)
    said = [how_many(phrase) for phrase in read.phrases if phrase.kind == "stations"]
    part.places = max([part.places, *said])
    timed = part.format is not None and part.format.kind == "intervals" and not part.work
    counted = any(
        (a.kind, b.kind) == ("count", "rounds") for a, b in itertools.pairwise(read.phrases)
    )  # "40 s on, 20 s off, 4 rounds"
    each = any(phrase.kind == "each" for phrase in read.phrases)
    part.each_place |= timed and (bool(said) or each or counted)
    for index in read.free():
        phrase = read.phrases[index]
        if phrase.kind == "stations" and phrase.text.lower().endswith("once"):
            part.each_once = True
            read.take([index], "format", "each once")
    minutes = part.format is not None and part.format.kind == "every-minute" and not part.work
    part.by_turns |= minutes and _says_turns(row, read, names)
    part.each_once |= timed and "alternat" in row.content.lower()
    long = timed and part.format is not None and (part.format.work_s or 0) >= LEAST_IN_TURN_S
    part.each_once |= (
        long and _TURNS.search(row.content) is not None
    )  # "8 rounds of 3 min on, 1 min off, rotate"


def around_a_bracket(read: Line, chunks: Sequence[Chunk]) -> dict[int, str]:
    """'800 m run, 5 rounds (10 pull-ups, 20 push-ups), 800 m run': by its place, whether a movement is done
    once before or after what the bracket repeats."""
    opens = [
        at + 1
        for at, (one, after) in enumerate(itertools.pairwise(read.phrases))
        if (one.kind, after.kind) == ("rounds", "open")
    ]
    inside = [
        place for place, chunk in enumerate(chunks) if chunk.named and chunk.indices[0] in read.bracketed
    ]
    named = [place for place, chunk in enumerate(chunks) if chunk.named]
    if not opens or len(inside) < 2:
        return _before_its_rounds(read, chunks, named)
    before = {place: "buy-in" for place in named if place < inside[0]}
    return before | {place: "cash-out" for place in named if place > inside[-1]}


def _before_its_rounds(read: Line, chunks: Sequence[Chunk], named: Sequence[int]) -> dict[int, str]:
    """'5 min bike, 2 rounds of 10 squats + 10 push-ups': what stands before the rounds is done once."""
    counts = [
        at
        for at, one in enumerate(read.phrases)
        if one.kind == "rounds" and at and read.phrases[at - 1].kind == "count" and at in read.taken
    ]
    if not counts:
        return {}
    before = [place for place in named if chunks[place].indices[-1] < counts[0]]
    after = [place for place in named if chunks[place].indices[0] > counts[0]]
    counted = all(chunks[place].draft.has_amount for place in before)
    first = dict.fromkeys(before, "buy-in") if len(after) > 1 and before and counted else {}
    led = read.phrases and _GOES_ON.search(read.text[: read.phrases[0].column])
    return first | _behind_its_rounds(read, chunks, after, bool(first or led))


_GOES_ON = re.compile(  # "8 push-ups, then" before the rounds
    r"(?:\d\s?\w*\s+[^\W\d]{2}|[^\W\d]{3}\s+\d).*(?:\bthen|[,;.])\W*$", re.IGNORECASE
)


def _behind_its_rounds(
    read: Line, chunks: Sequence[Chunk], after: Sequence[int], framed: bool
) -> dict[int, str]:
    """'3 rounds of 10 burpees and 20 squats, then 400 m run': what another sign parts from the list of the
    rounds is done once. framed: something stands before them, too."""
    signs = [_sign_before(read, chunks[place]) for place in after]
    for at in range(2, len(after)):
        inner = set(signs[1:at])
        then = signs[at] == "then" and (inner <= {"and", "+", "&"} or (framed and inner <= {","}))
        if then or (signs[at] in (";", "/") and signs[at] not in inner):
            return dict.fromkeys(after[at:], "cash-out")
    return {}


def _sign_before(read: Line, chunk: Chunk) -> str:
    """The sign that joins a stretch to the one before; 'then' for any word for it."""
    before = read.phrases[chunk.indices[0] - 1] if chunk.indices[0] else None
    if chunk.joined_by == "then" or before is None:
        return chunk.joined_by
    return before.text.lower()


_ALL_AT_ONCE = re.compile(
    r"\ball\s+(?:of\s+(?:it|them)\s+)?(?:in|within)\s+(?:one|1|the\s+same|a|each|every|the)\s+min",
    re.IGNORECASE,
)


def slashed_minutes(row: Row, chunks: Iterable[Chunk], part: PartDraft | None) -> None:
    """'EMOM 16: 12 cal bike / 12 push-ups / rest', '(12 cal bike, 12 push-ups, rest)': a minute each."""
    named = [chunk for chunk in chunks if chunk.named]
    rests = re.search(r"[/,]\s*rest\W*$", row.text, re.IGNORECASE) is not None
    signs = ("slash", "comma") if rests else ("slash",)
    slashed = len(named) > 1 and all(chunk.joined_by in signs for chunk in named[1:])
    fmt = part.format if part is not None else None
    turns = fmt is not None and (
        fmt.kind == "every-minute" or (fmt.kind == "intervals" and (fmt.rounds or 0) % len(named or "1") == 0)
    )
    interval_s = (fmt.interval_s or 0) if fmt is not None else 0
    uneven = fmt is not None and interval_s > MINUTE_S and (fmt.rounds or 0) % len(named or "1")
    if (
        part is None
        or not turns
        or not slashed
        or uneven
        or interval_s >= LONG_INTERVAL_S
        or _ALL_AT_ONCE.search(row.text)
    ):
        return  # "every 3 min x 4: 12 cal bike / 12 burpees / 12 swings": all of it each time
    part.each_once = False  # "hollow rocks / plank, alternating": places say it
    for place, chunk in enumerate(named, start=1):
        chunk.draft.station = place
    if rests:
        part.rest_stations.add(len(named) + 1)


def without_label(read: Line, chunks: Chunks) -> Chunks:
    """'Snatch: EMOM 10, 1 power snatch + 1 overhead squat': a name before a colon says what a list is about,
    when every name behind it has an amount of its own."""
    named = [chunk.draft for _, chunk in chunks if chunk.named]
    if len(named) < 2 or not chunks[0][1].named:
        return chunks
    first, others = named[0], named[1:]
    behind = read.text[first.column - 1 + len(first.text) :].lstrip()
    lasts = first.seconds and read.phrases[0].kind in ("measure", "clock")  # "15 min squat technique: .."
    bare = not ((first.has_amount and not lasts) or first.loads or first.percents or first.sets)
    again = first.movement in {draft.movement for draft in others}  # "Snatch - 15 min EMOM: 1 snatch"
    in_sets = all(draft.sets_written or draft.scheme for draft in others)  # "Toes to bar - 3 x 8 kip swings"
    about = _LABEL_ENDS.match(behind) or (_DASH.match(behind) and (again or in_sets))
    if not bare or not about or not all(draft.has_amount for draft in others):
        return chunks
    read.marks = [
        replace(mark, role="note", says="what the list is about") if mark.column == first.column else mark
        for mark in read.marks
    ]
    return chunks[1:]
