"""Numbers that are no amounts: places of a list, sets, labels, pieces of a session."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence

from core.reading.arranging import LEAST_LABELS, alternates, arranges_itself, lists_stations
from core.reading.divisions import leading_division
from core.reading.formats import read_format
from core.reading.headings import QUOTED, Heading, read_heading
from core.reading.line import Line
from core.reading.names import Names
from core.reading.phrases import PAIR
from core.reading.plain_words import plain_words
from core.reading.prose import arranges, label_of_loads
from core.reading.row_roles import begins_with_sets
from core.reading.rows import (
    AT_A_TIME,
    BULLET,
    LETTER_BULLET,
    LIST_LABEL,
    MESSAGE,
    NUMBER_BULLET,
    NUMBER_DASH,
    SET_NUMBER,
    WEEK_OF,
    Row,
    inline_stations,
)
from core.reading.tokens import tokenize

ROMAN = ("i", "ii", "iii", "iv", "v", "vi", "vii", "viii")
PARTNER = re.compile(
    r"^\s*(?:(?:(?:partner|athlete|person)\s+|p)?([A-C1-3])\s*[:)]\s+|p([1-3])\s+(?:[-–]\s+)?)(?=\S)",
    re.IGNORECASE,
)
_WHO_ALONE = re.compile(r"^\W*(?:pair|partner|athlete|person)\s+[A-D1-4]\W*$", re.IGNORECASE)
PARTNERS = tuple("AB 12 ABC 123".split())
_OWN_LABEL = re.compile(r"\W*[^\W\d][^\d:]{1,30}:\s+(?=\d)")  # "Fitness: 3 sets" above 'A1', 'A2'
_BEFORE_EQUALS = re.compile(r"^\s*(\d)\s*=\s*(?=\S)")
BEFORE_BAR = re.compile(r"^\s*(\d{1,2})\s*\|\s*(?=[A-Za-z])")  # "1 | WARM UP 10 min"
_LOADS = re.compile(
    r"(?:loads?|weights?)\s*[:=]\s*(?=(?:[\d/.,\s():♀♂]|kgs?\b|lbs?\b|[mfw]\b|women"
    r"\b|men\b|ladies\b|gents\b)+$)",
    re.IGNORECASE,
)
_NUMBER_NEXT = re.compile(r"[^\w(]*\(?\d")
_WARM_UP_SETS = re.compile(
    r"(?:a\s+few\s+|some\s+|\d\s+)?warm[\s-]?up\s+sets?\s*(?:,\s*then\b|,|then\b|[:–-])\s*(?=\d)",
    re.IGNORECASE,
)
_OPTIONAL = re.compile(
    r"(?:optional(?:ly)?|bonus|extra|(?:only\s+)?(?:if|when)\s+(?:(?:you\s+(?:still"
    r"\s+)?have|there\s+is|there's)\s+)?(?:any\s+)?time"
    r"(?:\s+(?:left|allows|permits|remains))?|time\s+permitting)\s*[:,–-]\s*(?=\d)",
    re.IGNORECASE,
)
_BEFORE = (
    (_OPTIONAL, "for who has time"),
    (_WARM_UP_SETS, "sets to warm up"),
    (WEEK_OF, "which week of a cycle"),
    (AT_A_TIME, "when it starts"),
    (_LOADS, "loads of the list"),
)


def message_heads(rows: list[Row]) -> None:
    """'[07:12] Coach Pim: 5 rounds', '12.11.26, 07:12 - Pim: ..': who wrote a message and when."""
    for row in rows:
        match = MESSAGE.match(row.text) if row.role == "work" else None
        if match is not None:
            row.marks.append((0, len(match.group().rstrip()), "who wrote it and when"))
            row.start = match.end()


def numbered_by_dash(rows: list[Row]) -> None:
    """'1 - 12 cal row', '2 - 10 push-ups': places of a list, where they count up from one."""
    run: list[tuple[Row, re.Match[str]]] = []
    for row in rows:
        match = NUMBER_DASH.match(row.text) if row.role == "work" and row.heading is None else None
        if match is not None and int(match.group(1)) == len(run) + 1:
            run.append((row, match))
        elif len(run) > 1:
            break
        else:
            run = []
    for row, match in run if len(run) > 1 else ():
        row.bullet, row.start = int(match.group(1)), match.end()
        row.marks.append((match.start(1), match.end(1), "a number in a list"))


def before_words(row: Row) -> None:
    for pattern, says in _BEFORE:
        if match := pattern.match(row.content):
            row.marks.append((row.start, row.start + len(match.group().rstrip()), says))
            row.start += match.end()
            row.loads = row.loads or pattern is _LOADS
    _behind_loads(row)
    if row.marks and not row.content.strip() and row.heading is None and AT_A_TIME.match(row.text):
        row.heading = Heading(" ".join(row.text.split()).strip(" -–—"), None, len(row.text), alone=True)
        return
    if row.content.lstrip(" (")[:1].isdecimal() and inline_stations(row.text, row.start):
        return  # "1) 12 cal row 2) 10 burpees"
    numbered = None if SET_NUMBER.match(row.content) else NUMBER_BULLET.match(row.content)
    if numbered:
        row.bullet = int(numbered.group(1))
        row.marks.append((row.start + numbered.start(1), row.start + numbered.end(1), "a number in a list"))
        row.start += numbered.end()
    elif lettered := LETTER_BULLET.match(row.content):
        _take_letter(row, lettered)
        row.letter = None if _OWN_MINUTES.match(row.content) else row.letter
    elif bullet := BULLET.match(row.content):
        row.start += bullet.end()
    if (sets := SET_NUMBER.match(row.content)) is not None:
        first, last = sets["from"] or sets["bare"], sets["to"] or sets["until"]
        row.sets = max(1, int(last) - int(first) + 1) if last else 1
        row.marks.append((row.start, row.start + len(sets.group().rstrip()), "which sets"))
        row.start += sets.end()


_OWN_MINUTES = re.compile(  # "c) EMOM 16: 1) .. 2) .." is no place of a list
    r"\s*(?:emom|e\d?mom|otm|amrap|every|\d{1,2}\s*(?:min(?:ute)?s?|')\s*(?:emom|amr"
    r"ap))\b[^:]*:\s*(?:1|a)[).:]\s",
    re.IGNORECASE,
)


def _behind_loads(row: Row) -> None:
    """'Weights: RX 43/30 kg, scaled 30/20 kg': a line of divisions."""
    said = label_of_loads(row.content)
    begin = said[1] if said is not None else 0
    division = leading_division(row.content[begin:]) if said is not None else None
    if division is not None and _NUMBER_NEXT.match(row.content, begin + division[1]):
        row.marks.append((row.start, row.start + begin, "loads of the list"))
        row.start += begin


def _take_letter(row: Row, match: re.Match[str]) -> None:
    _take_place(row, match, ord(match.group(1).lower()) - ord("a") + 1)


def _take_place(row: Row, match: re.Match[str], place: int) -> None:
    row.letter = place
    label = len(match.group()) - len(match.group().lstrip())
    row.marks.append(
        (row.start + label, row.start + len(match.group().rstrip()), f"number {place} of the list")
    )
    row.start += match.end()


def labelled_lists(rows: list[Row], names: Names) -> None:
    """'A. 12 cal row', 'B. 10 burpees' right below 'EMOM 12', 'A1', 'A2' below 'A. 3 sets': places of its
    list, not parts of the text."""
    for at, row in enumerate(rows):
        first = _label(row)
        if first is None or first[1] != 1 or not (_heads_a_list(rows, at, names) or alternates(rows, at)):
            continue
        run = list(_run_of(rows[at:], first[0]))
        if len(run) > 1 and alternates(rows, at) and not lists_stations(rows, at):
            rows[at - 1].role = "note"  # "Alternate between:"
        if lists_stations(rows, at):
            run = _and_next_letters(rows[at:], run, first[0])
        if len(run) > 1 and not any(_arranges_itself(one) for one in run):
            for place, one in enumerate(run, start=1):
                if match := LIST_LABEL.match(one.content):
                    _take_place(one, match, place)


def pairs_of_a_superset(rows: list[Row]) -> None:
    """'1a split squat 8/leg', '1b row 10/arm', '2a ..' without a sign behind: which superset, which place."""
    found = [
        (row, match)
        for row in rows
        if row.role == "work" and row.letter is None and (match := PAIR_LABEL.match(row.text))
    ]
    places = [match["place"].lower() for _, match in found]
    if len(found) < LEAST_LABELS or places != sorted(set(places)) or places[0] != "1a":
        return
    for row, match in found:
        row.start = match.end()
        row.marks.append((match.start("place"), match.end("place"), "a number in a list"))
    number = int(places[-1][0])
    for row in rows[rows.index(found[-1][0]) + 1 :]:
        said = _BARE_SECTION.match(row.text)
        if row.after_blank or said is None or int(said["number"]) != number + 1:
            return
        number += 1
        row.say([(*said.span("number"), f"{number}.")])  # "2b row", and below it "3 Sled push 6 x 20 m"


PAIR_LABEL = re.compile(r"^\W*(?P<place>\d[a-d])\s+(?=\S)", re.IGNORECASE)


def numbered_by_bar(rows: list[Row]) -> None:
    """'1 | WARM UP 10 min', '2 | STRENGTH': numbers of sections."""
    found = [(row, match) for row in rows if row.role == "work" and (match := BEFORE_BAR.match(row.text))]
    found = found or [
        (row, match)
        for at, row in enumerate(rows)
        if row.role == "work" and (match := _BEFORE_EQUALS.match(row.text)) and not lists_stations(rows, at)
    ]  # "1 = 40 m sled push"
    if [int(match[1]) for _, match in found] != list(range(1, len(found) + 1)):
        return
    for row, match in found if len(found) >= LEAST_LABELS else ():
        row.start = match.end()
        row.marks.append((match.start(1), match.end(1), "number of a section"))


def partners(rows: list[Row]) -> None:
    """'A: 200 m run' and 'B: max burpees' right below 'in pairs', 'P1 ..', 'P2 ..', 'P3 ..' below 'teams of
    3': what each of them does; 'Pair 1', 'Pair 2' on rows of their own only say whose list follows."""
    alone = [row for row in rows if row.role == "work" and _WHO_ALONE.match(row.text)]
    for row in alone if len(alone) >= LEAST_LABELS else ():
        row.role = "note"
    found = [
        (at, row, PARTNER.match(row.text)) for at, row in enumerate(rows) if row.role in ("work", "rest")
    ]
    labelled = [(at, row, match) for at, row, match in found if match is not None]
    said = "".join((match[1] or match[2]).upper() for _, _, match in labelled)
    places = [at for at, _, _ in labelled]
    if said not in PARTNERS or places != list(range(places[0], places[0] + len(places))):
        return
    above = rows[places[0] - 1].text if places[0] and not labelled[0][1].after_blank else ""
    if not any(one.kind == "team" for one in tokenize(above)) or _OF_STATIONS.search(above):
        return
    for _, row, match in labelled:
        row.of_partner, row.start = True, match.end()
        row.marks.append((0, len(match.group().rstrip()), "who of them"))


_OF_STATIONS = re.compile(r"\b(?:stations?|rotat(?:e|ing))\b", re.IGNORECASE)  # whose letters are places
_NUMBERED_IN_TWO = re.compile(r"^\W*(?P<said>(?P<whole>\d{2})\.(?P<part>\d))\W*$")


def numbers_in_two(rows: list[Row]) -> None:
    """'10.1' and '10.2' on rows of their own, each above a list: numbers of pieces, and no loads."""
    found = [(row, said) for row in rows if row.role == "work" and (said := _NUMBERED_IN_TWO.match(row.text))]
    parts = [int(said["part"]) for _, said in found]
    of_one = len({said["whole"] for _, said in found}) == 1
    if len(found) >= LEAST_LABELS and of_one and parts == list(range(1, len(found) + 1)):
        for row, said in found:
            row.say([(*said.span("said"), f"Workout {said['part']}")])


def bare_numbers(rows: list[Row]) -> None:
    """'1 Welcome', '2 Warm-up game', .. '5 WOD: 8 min': numbers of sections without a sign behind them."""
    found = [(row, match) for row in rows if row.role == "work" and (match := _BARE_SECTION.match(row.text))]
    _numbers_of_sets(list(found))
    _numbers_before_amounts(rows)
    _letters_of_supersets(rows)
    counted = [int(match["number"]) for _, match in found] == list(range(1, len(found) + 1))
    heads = [read_heading(row.text[match.end() :]) for row, match in found] if counted else []
    if sum(one is not None and one.kind is not None for one in heads) < LEAST_LABELS:
        return
    _with_stops(found)


def _with_stops(found: Sequence[tuple[Row, re.Match[str]]]) -> None:
    """Numbers with the sign behind them that lists have."""
    for row, match in found:
        row.say([(*match.span("number"), f"{match['number']}.")])


def _numbers_of_sets(found: list[tuple[Row, re.Match[str]]]) -> None:
    """'1 Back squat 5 x 4', '2 Chin-up 4 x 6', '3 Row 6 x 250 m': the places of sets in a list, with which no
    number counts what stands behind it."""
    while found:
        more = itertools.takewhile(
            lambda one: int(one[1][1]["number"]) == one[0] and _OWN_SETS.search(one[1][0].text),
            enumerate(found, start=1),
        )
        run = [one for _, one in more]
        if len(run) > LEAST_LABELS:
            _with_stops(run)
        del found[: max(1, len(run))]


def _letters_of_supersets(rows: list[Row]) -> None:
    """'1a goblet squat x 12', '1b push-up x 12': labels, which count nothing."""
    found = [
        (row, said)
        for row in rows
        if row.role == "work" and (said := _NUMBER_AND_LETTER.match(row.text)) is not None
    ]
    if len({said["letter"] for _, said in found}) > 1:
        for row, said in found:
            row.start = said.end()
            row.marks.append((*said.span("label"), "which of a superset"))


_NUMBER_AND_LETTER = re.compile(r"^\s{0,6}(?P<label>[1-9](?P<letter>[a-d]))(?=\s(?:\d|[^\W\d]{2}))")


def _numbers_before_amounts(rows: list[Row]) -> None:
    """'1 50 m sled push', '2 50 m sled pull', '3 100 wall balls': places of a list."""
    run: list[tuple[Row, re.Match[str]]] = []
    for row in (*rows, None):
        said = _BEFORE_AMOUNT.match(row.text) if row is not None and row.role == "work" else None
        if row is not None and said is not None and int(said["number"]) == len(run) + 1:
            run.append((row, said))
            continue
        if len(run) > LEAST_LABELS:
            _with_stops(run)
        run = []


_BEFORE_AMOUNT = re.compile(r"^\s{0,8}(?P<number>\d{1,2})\s(?=\d{1,4}(?:/\d{1,3})?\s?[^\W\d])")
_OWN_SETS = re.compile(r"^\d\s+[A-Z][^\d]*\s\d{1,2}\s?[x×]\s?\d")
_BARE_SECTION = re.compile(r"^(?P<number>\d)\s+(?=[A-Z][^\W\d])")


def _run_of(rows: list[Row], name: str) -> Iterator[Row]:
    """The rows of a list of labels that count up from its first."""
    for place, row in enumerate(rows, start=1):
        if _label(row) != (name, place):
            return
        yield row


def _and_next_letters(rows: list[Row], run: list[Row], name: str) -> list[Row]:
    """'A1', 'A2', 'B1', 'B2' below 'EMOM 16': four places of one list."""
    while name.isalpha() and len(name) == 1 and len(run) < len(rows):
        name = chr(ord(name) + 1)
        more = list(_run_of(rows[len(run) :], name))
        if not more:
            break
        run = run + more
    return run


def _label(row: Row) -> tuple[str, int] | None:
    """Which list a row's label is of, and which place of it: 'B2' is the second of B."""
    open_row = not row.after_blank and row.role == "work" and row.letter is None
    match = LIST_LABEL.match(row.text) if open_row else None
    if match is None:
        return None
    if match["letter"]:
        return "", ord(match["letter"].lower()) - ord("a") + 1
    if match["of"]:
        return match["of"], int(match["number"])
    if match["piece"]:
        return match["piece"], ord(match["small"].lower()) - ord("a") + 1
    return "roman", ROMAN.index(match["roman"].lower()) + 1 if match["roman"].lower() in ROMAN else 0


def _heads_a_list(rows: list[Row], at: int, names: Names) -> bool:
    """Whether the row above only arranges what stands below it."""
    before = rows[at - 1] if at else None
    if before is None or before.role != "work":
        return False
    if lists_stations(rows, at):
        return True
    heading = read_heading(before.text)
    label = _OWN_LABEL.match(before.text) if heading is None else None
    start = label.end() if label is not None and names.find(label.group()) is None else 0
    read = Line(before.number, before.text, heading.end if heading is not None else start)
    read.followed = True
    found = read_format(read)
    open_ended = found is not None and found.format.kind == "as-many-as-possible"
    again = open_ended or (found is not None and (found.format.rounds or 0) > 1)
    repeats = found is not None and again and not found.only_changes
    words = [read.phrases[index].text for index in read.free() if read.phrases[index].kind == "words"]
    return repeats and not any(names.find(one) for one in words)


def _arranges_itself(row: Row) -> bool:
    """Whether a labelled row is a piece of its own: 'A. Strength', 'A. 5 x 5 squats', 'B. EMOM 10'."""
    match = LIST_LABEL.match(row.text)
    said = row.text[match.end() :] if match is not None else row.text
    heading = read_heading(said)
    return arranges_itself(said) or (heading is not None and heading.kind is not None)


def numbered_sections(rows: list[Row], names: Names) -> None:
    """Numbers that head pieces of their own ('3) Metcon, 4 rounds' with a list below) are headings."""
    _lettered_sections(rows, names)
    for run in _runs(rows):
        pieces = any(_heads_a_piece(rows, at) or _is_a_piece(rows[at], names) for at in run)
        if pieces and not lists_stations(rows, run[0]):
            for at in run:
                _make_heading(rows[at])
                _say_once(rows, at)
    headed = 0
    for at, row in enumerate(rows):
        if row.heading is not None:
            number = _SECTION_NUMBER.match(row.text)
            headed = int(number[1]) if number is not None else 0
        elif headed and row.bullet == headed + 1 and row.role == "work":
            _make_heading(row)  # "4. If time: plank" after "3. WOD: 4 rounds .."
            headed += 1
        quoted = QUOTED.match(row.content) if row.role == "work" else None
        called = quoted is not None and quoted.end() == len(row.content)
        if quoted is not None and called and (row.heading or row.bullet is not None):
            row.heading = row.heading or Heading(quoted[1].strip(), None, 0, alone=True, quoted=True)
            row.marks.append((row.start, len(row.text), "what it is called"))
            row.start, row.bullet = len(row.text), None
        if row.bullet is not None and row.heading is None and _is_called(rows, at, names):
            row.heading = Heading(
                " ".join(row.content.split()).strip(" :-–"), None, len(row.text), alone=True
            )
            row.start, row.bullet = len(row.text), None


_SECTION_NUMBER = re.compile(r"\s*(\d)[.)](?:\s|$)")
_NAME_AND_NUMBER = re.compile(
    r"\W*(?P<label>(?:[ivx]{1,4}|[a-h]|\d)\s?[.):]\s+)?(?P<name>[^\W\d][^\d(),:;]"
    r"{2,30}?)\s*\((?P<minutes>\d{1,2})\)\W*",
    re.IGNORECASE,
)
LEAST_SECTION_MIN = 10  # fewer in brackets behind a name are repetitions; common practice
_SAYS_BRACKETS = re.compile(
    r"\bscal\w*\s+(?:options?\s+|versions?\s+)?(?:is\s+|are\s+)?in\s+\(?(?:brackets|parenthes[ei]s)\b",
    re.IGNORECASE,
)
_LAST_BRACKET = re.compile(r"\((?!\s*scal)(?=[^()]*\d|[^()]*[^\W\d]{4})(?P<inside>[^()]+)\)\s*$")


_TWO_COUNTS = re.compile(  # "30 (20) cal row"
    r"^\W{0,6}(?P<said>(?P<more>\d{1,4})\s?\((?P<less>\d{1,4})\)\s?)(?P<what>[^\W\d][^()\d]{2,30}[^\W\d])(?=\s{0,3}$)"
)


def scaled_in_brackets(rows: Sequence[Row]) -> None:
    """'12 deadlifts 120/85 (90/60)' below 'scaled options in (brackets)'."""
    head = next((at for at, row in enumerate(rows) if _SAYS_BRACKETS.search(row.text)), None)
    for row in rows[head + 1 :] if head is not None else ():
        said = _LAST_BRACKET.search(row.text) if row.role == "work" else None
        if said is not None:
            row.say([(said.start("inside"), said.start("inside"), "scaled: ")])
        elif row.role == "work" and (two := _TWO_COUNTS.match(row.text)) is not None:
            row.say(
                [
                    (*two.span("said"), f"{two['more']} "),
                    (two.end(), two.end(), f" (scaled: {two['less']} {two['what']})"),
                ]
            )


MOST_IN_A_COMPLEX = 3  # repetitions of one lift of it; common practice


def plus_alone(rows: Sequence[Row]) -> None:
    """'+' on a line of its own between pieces ends the one above; between the lifts of a complex it joins."""
    for before, row, below in zip(rows, rows[1:], rows[2:], strict=False):
        if row.text.strip() != "+":
            continue
        first = [next(iter(one.phrases(one.start, len(one.text))), None) for one in (before, below)]
        few = all(
            one is not None
            and (one.kind == "words" or (one.kind == "count" and one.values[0] <= MOST_IN_A_COMPLEX))
            for one in first
        )
        if not few:
            row.say([(row.text.index("+"), row.text.index("+") + 1, "then")])


def minutes_of_sections(rows: Sequence[Row]) -> None:
    """'II. SNATCH (30)', 'Snatch (20)' above its sets: how many minutes it is given, and no repetitions."""
    for row, below in itertools.pairwise(rows):
        said = _NAME_AND_NUMBER.fullmatch(row.text) if row.role == "work" and "(" in row.text else None
        kind = row.heading.kind if row.heading is not None else None
        if said is None or below.role != "work" or kind or int(said["minutes"]) < LEAST_SECTION_MIN:
            continue
        another = _NAME_AND_NUMBER.fullmatch(below.text)
        again = plain_words(said["name"])[-1:] == plain_words(below.text)[:1]
        arranged = begins_with_sets(below) or again
        if another is None and (arranged or (said["label"] and said["name"].isupper())):
            row.say([(*said.span("minutes"), f"{said['minutes']} min")])


def _is_called(rows: list[Row], at: int, names: Names) -> bool:
    """'2) Interval piece' after a gap and above '6 rounds, ..': words that name no movement, above what
    arranges."""
    row, following = rows[at], rows[at + 1] if at + 1 < len(rows) else None
    if following is None or following.after_blank or not (row.after_blank or at == 0):
        return False
    phrases = tokenize(row.content)
    worded = bool(phrases) and all(one.kind in ("words", "colon", "dash", "and") for one in phrases)
    named = any(names.find(one.text) for one in phrases if one.kind == "words")
    return worded and not named and following.bullet is None and arranges(following.text)


def _heads_a_piece(rows: list[Row], at: int) -> bool:
    row = rows[at]
    following = rows[at + 1] if at + 1 < len(rows) else None
    inner = read_heading(row.content)
    if inner is not None and inner.opens == "part" and inner.kind is not None:
        return True
    if following is None or following.role != "work" or following.heading or following.bullet:
        return False
    return following.indent > row.indent or arranges(row.content)


def _is_a_piece(row: Row, names: Names) -> bool:
    """'2. Hang snatch every 75 s x 10', '1. EMOM 10: 3 cleans': by the clock, with work of its own; 'b) in
    teams of four', which heads what is shared."""
    phrases = tokenize(row.content)
    if phrases and all(
        one.kind in ("team", "share", "comma", "colon", "dash", "for-time") for one in phrases
    ):
        return any(one.kind == "team" for one in phrases)
    paced = any(one.kind in ("every", "interval", "tabata", "amrap", "death-by") for one in phrases)
    paced |= [one.kind for one in phrases[:3]] == ["count", "rounds", "colon"]  # "8 rounds: 20 s plank"
    named = (names.find(one.text) for one in phrases if one.kind == "words")
    return paced and any(match is not None and match.confidence == 1 for match in named)


def _say_once(rows: list[Row], at: int) -> None:
    """'2. Snatch (30 min)' above '3-position snatch: 5 x 3': what its section is about, named again below."""
    row, below = rows[at], rows[at + 1] if at + 1 < len(rows) else None
    phrases = tokenize(row.content)
    said = {word for one in phrases if one.kind == "words" for word in plain_words(one.text)}
    others = any(one.kind not in ("words", "open", "close", "count", "measure") for one in phrases)
    if below is None or below.after_blank or others or not said:
        return
    words = [one for one in tokenize(below.text) if one.kind == "words"]
    named = {word for one in words for word in plain_words(one.text)}
    kinds = ("count", "sets", "scheme", "sum", "steps")
    counted = any(one.kind in kinds or one.times > 1 for one in tokenize(below.text))
    listed = (
        below.text.lstrip()[:1] in "-•*" and len(said) <= PAIR and bool(named)
    )  # "1. Handstand" above "- holds, 4 x 30 s"
    if (said < named or listed) and counted:
        row.marks.append((row.start, len(row.text.rstrip()), "beside the heading"))
        row.start = len(row.text)


def _lettered_sections(rows: list[Row], names: Names) -> None:
    """'a) EMOM 10: 3 cleans', 'b) Row: 6 x 500 m': letters of pieces, one of which is by the clock."""
    lettered = [at for at, row in enumerate(rows) if _SMALL_LETTER.match(row.text) and row.role == "work"]
    apart = [at for at in lettered if _is_a_piece(rows[at], names)]
    counted = [_SMALL_LETTER.sub(r"\1", rows[at].text[:6]).strip()[:1] for at in lettered]
    if not apart or counted != list("abcdefgh"[: len(lettered)]) or len(lettered) < LEAST_LABELS:
        return
    if not lists_stations(rows, lettered[0]):
        for at in lettered:
            row = rows[at]
            row.heading = Heading(row.text[: row.start].strip(" ()."), None, row.start)
            row.letter = row.bullet = None


_SMALL_LETTER = re.compile(r"^\s*\(?([a-h])[).]\s+")


def _make_heading(row: Row) -> None:
    inner = read_heading(row.content)
    named = inner is not None and inner.opens == "part" and inner.kind is not None
    end = row.start + (inner.end if inner is not None and named else 0)
    row.heading = Heading(str(row.bullet), inner.kind if inner is not None and named else None, end)
    row.start, row.bullet = end, None


_SIGN_OF_A_NUMBER = re.compile(r"\W*?(?P<open>\(?)\d{1,2}\s?(?P<sign>[.):=–-]?)")


def _signed(row: Row) -> tuple[str, str]:
    """What stands around the number of a row: '(1)', '1:', '1.'."""
    said = _SIGN_OF_A_NUMBER.match(row.text)
    return (said["open"], said["sign"]) if said is not None else ("", "")


def _runs(rows: list[Row]) -> Iterator[list[int]]:
    """Places of rows numbered 1, 2, 3.. at one indent, other rows between allowed."""
    run: list[int] = []
    for at, row in enumerate(rows):
        if row.bullet is None:
            if row.heading is not None and run:
                yield run
                run = []
            continue
        counts_on = bool(run) and row.bullet == (rows[run[-1]].bullet or 0) + 1
        if counts_on and row.indent == rows[run[0]].indent and _signed(row) == _signed(rows[run[0]]):
            run.append(at)
        else:
            if len(run) > 1:
                yield run
            run = [at]
    if len(run) > 1:
        yield run
