"""Phrases of one line that are one: two standards, sets in words, who is meant."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from core.reading.phrases import PAIR, Phrase
from core.reading.units import LOAD_UNITS, SECOND_PER

SETS_OF_A_KIND = frozenset(
    (
        "back-off|backoff|back off|drop|down|top|working|work|heavy|hard|straight|giant|super|easy|light"
        "|quality|unbroken|solid|good|total|moderate|warm-up|big"
    ).split("|")
)
REPS_IN_WORDS = {"singles": 1, "doubles": 2, "triples": 3}
LIFTS_BY_LETTER = {"C": "clean", "J": "jerk", "P": "press"}  # beside a plus sign only; common practice
MOST_IN_WORDS = 15  # "50 doubles" are skips
MOST_SETS_OF_A_LIFT = 15  # common practice
MOST_REPS_OF_A_SET = 20
WHOLE = 100.0
MOST_DROPPED = 40  # percent that back-off sets are lighter by; common practice
FAR_APART = 5  # times; two standards are nearer
NEAR = 9  # phrases back that may belong to the one being read
LONGEST_EASY_S = 180  # between efforts; longer is work of its own; common practice
PAIR_OF_SEXES = 4  # a number and a word for each
_ONE_NUMBER = ("count", "measure")
_BETWEEN_SEXES = ("colon", "comma", "slash", "bar", "and", "dash", "open", "close")
WOMEN = ("f", "w", "l", "girl", "♀")
_A_SEX_AND_A_NUMBER = re.compile(r"([mfw])\s*(\d{1,3})", re.IGNORECASE)
_NAME_BEHIND = re.compile(
    r"(?:\s?[x×])?\s+(?!reps?\b|rounds?\b|sets?\b|min|sec|m\b|s\b|kgs?\b|lbs?\b|cal)[^\W\d][\w-]",
    re.IGNORECASE,
)
_CALORIES_AND_COUNT = re.compile(
    r"(?P<first>\d+(?:\s*/\s*\d+)?\s*cals?(?:ories?)?)\s*(?P<sign>/)\s*(?P<second>\d+)", re.IGNORECASE
)
_SETS_DASH_LOAD = re.compile(r"(?P<sets>\d{1,2}\s*x\s*\d{1,2})\s+[-–—]\s+(?=\d)", re.IGNORECASE)
LEAST_BEHIND_DASH = 40  # percent or kg; fewer may be repetitions up to which one goes; common practice
_FOUR_DIGITS = re.compile(r"[1-6][0-5][0-5x][0-5]", re.IGNORECASE)
_TEMPO = re.compile(r"[2-6][0-4]x[0-4]", re.IGNORECASE)
_HARD = re.compile(r"\b(?:hard|fast|strong|sprint|all[ -]out)$", re.IGNORECASE)
_EASY = re.compile(r"(?:easy|recovery|slow|light)", re.IGNORECASE)
_HER_FIRST = re.compile(r"(?:f|w)/m", re.IGNORECASE)
_LESS_FOR_HER = (*LOAD_UNITS, "cal", "in", "cm", "m")  # what a second standard has less of; common practice


_BEHIND_ATTEMPTS = (" in", " between", " from", " at", " across", " building")


def reps_in_words(phrases: list[Phrase], line: str) -> list[Phrase]:
    """'5 triples at 80 %', '5 sets of doubles', 'triples x 5': one, two or three repetitions a set."""
    said = [at for at, one in enumerate(phrases) if one.kind == "words" and _bare(one) in REPS_IN_WORDS]
    if len(said) != 1:
        return phrases
    at = said[0]
    kinds = [one.kind for one in phrases]
    weighed = any(one.unit in LOAD_UNITS or one.kind in ("at", "rpe", "every") for one in phrases)
    named = kinds[: at - 1] in (["words", "comma"], ["words", "colon"])  # "snatch, 6 singles in 15 min"
    if kinds[max(0, at - 3) : at] == ["count", "set-word", "of"]:
        first, last, count = at - 3, at, at - 3
    elif kinds[at + 1 : at + 3] == ["x", "count"]:
        first, last, count = at, at + 2, at + 2
    elif (
        at and kinds[at - 1] == "count" and (weighed or named) and phrases[at - 1].values[0] <= MOST_IN_WORDS
    ):
        first, last, count = at - 1, at, at - 1
    else:
        return phrases
    reps, column, end = REPS_IN_WORDS[_bare(phrases[at])], phrases[first].column, phrases[last].end
    times = int(phrases[count].values[0])
    sets = Phrase("sets", line[column:end], column, end, (float(reps),), "", times)
    return [*phrases[:first], sets, *phrases[last + 1 :]]


def lifts_by_letter(phrases: list[Phrase]) -> list[Phrase]:
    """'PC + FS + J', 'C + 2 J': letters of a complex that stand for a lift."""
    found = list(phrases)
    for at, phrase in enumerate(phrases):
        lift = LIFTS_BY_LETTER.get(phrase.text) if phrase.kind == "words" else None
        counted = at > 0 and phrases[at - 1].kind == "count"
        beside = (phrases[at - 1 - counted : at - counted], phrases[at + 1 : at + 2])
        if lift and any(one and one[0].kind == "plus" for one in beside):
            found[at] = replace(phrase, text=lift)
    return found


def _bare(phrase: Phrase) -> str:
    """'attempts in' 15 min, 'singles between' 70 and 80 %."""
    words = phrase.text.lower()
    return next((words.removesuffix(end) for end in _BEHIND_ATTEMPTS if words.endswith(end)), words)


def join_phrases(phrases: list[Phrase], line: str) -> list[Phrase]:
    """'24kg/16kg', '60 kg / 40 kg' and '135 lb/95' become one measure with two standards; '5 sets of 3' and
    '2 back-off sets of 5' sets."""
    kept: list[Phrase] = []
    apart = _how_slowly(_easy_is_rest(_sexes_apart(_last_set_open(phrases, line))))
    for phrase in _spans_by_arrow(_attempts(apart), line):
        if (told := _of_both_sexes(kept, phrase)) is not None:
            kept[told:] = [_standards([*kept[told:], phrase], line)]
        elif _is_set_at_load(kept, phrase):
            kept[-1:] = [replace(kept[-1], kind="x"), phrase]
        elif (reps := _labelled_sets(kept, phrase)) is not None:
            first = kept[reps]
            kept[reps:] = [replace(_sets_of(kept[reps + 2], phrase, line), column=first.column)]
            kept[-1] = replace(kept[-1], text=line[first.column : phrase.end])
        elif _adds_a_standard(kept, phrase) and not _counts_the_next(kept, phrase, line):
            first = kept[-2]
            text = line[first.column : phrase.end]
            kept[-2:] = [
                replace(first, end=phrase.end, values=first.values + phrase.values, pair=True, text=text)
            ]
        elif (otherwise := _meant_otherwise(kept, phrase, line)) is not None:
            kept = otherwise
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
    loads = _lists_of_percents(_sets_before_loads(kept))
    return _his_first(_sums_listed(_another_piece(loads), line))


def _last_set_open(phrases: list[Phrase], line: str) -> list[Phrase]:
    """'5-5-5+ (65/75/85)': as many as one can in the last set, and no sign between two movements."""
    kept: list[Phrase] = []
    for at, phrase in enumerate(phrases):
        following = phrases[at + 1].kind if at + 1 < len(phrases) else ""
        beside = phrase.kind == "plus" and bool(kept) and kept[-1].kind == "scheme"
        if beside and kept[-1].end == phrase.column and following in ("", "open", "at", "comma", "close"):
            kept[-1] = replace(kept[-1], end=phrase.end, text=line[kept[-1].column : phrase.end])
        else:
            kept.append(phrase)
    return kept


def _sexes_apart(phrases: list[Phrase]) -> list[Phrase]:
    """'F 16 / M 24': the second is no minute 24."""
    apart: list[Phrase] = []
    for phrase in phrases:
        said = _A_SEX_AND_A_NUMBER.fullmatch(phrase.text) if phrase.kind == "station" else None
        if said and any(one.kind == "sex" for one in apart[-4:]):
            middle = phrase.column + said.start(2)
            apart.append(Phrase("sex", said[1], phrase.column, phrase.column + 1))
            apart.append(Phrase("count", said[2], middle, phrase.end, (float(said[2]),)))
        else:
            apart.append(phrase)
    return apart


def _another_piece(phrases: list[Phrase]) -> list[Phrase]:
    """'row 12 cal / 12 burpees': behind the sign is the next name's count, where one stands before."""
    apart: list[Phrase] = []
    for at, phrase in enumerate(phrases):
        said = _CALORIES_AND_COUNT.fullmatch(phrase.text) if phrase.unit == "cal" and phrase.pair else None
        named = [one.kind for one in phrases[max(0, at - 1) : at + 2 : 2]] == ["words", "words"]
        if said is None or not named:
            apart.append(phrase)
            continue
        sign, second = (phrase.column + said.start(part) for part in ("sign", "second"))
        end = phrase.column + said.end("first")
        values = phrase.values[:-1]
        apart.append(replace(phrase, text=said["first"], end=end, values=values, pair=len(values) > 1))
        apart.append(Phrase("slash", "/", sign, sign + 1))
        apart.append(Phrase("count", said["second"], second, phrase.end, phrase.values[-1:]))
    return apart


def _sums_listed(phrases: list[Phrase], line: str) -> list[Phrase]:
    """'3+1, 3+1, 2+1': how many of each in every set of a complex."""
    first = next((at for at, one in enumerate(phrases) if one.kind == "sum"), len(phrases))
    stop = first + 1
    while [one.kind for one in phrases[stop : stop + 2]] in (["comma", "sum"], ["slash", "sum"]) and len(
        phrases[stop + 1].values
    ) == len(phrases[first].values):
        stop += 2
    run = phrases[first:stop:2]
    if len(run) < PAIR:
        return phrases
    values = tuple(value for one in run for value in one.values)
    text = line[run[0].column : run[-1].end]
    listed = replace(run[0], text=text, end=run[-1].end, values=values, times=len(run), form="list")
    return [*phrases[:first], listed, *phrases[stop:]]


def _sets_before_loads(phrases: list[Phrase]) -> list[Phrase]:
    """'5x5 - 65,70,75 %', '5x5 - 65-75 %': sets, and behind the dash what they are done with."""
    told: list[Phrase] = []
    for phrase in phrases:
        said = _SETS_DASH_LOAD.match(phrase.text) if phrase.form == "list" and phrase.times > 1 else None
        loads = phrase.values[1:]
        if said is None or not loads or min(loads) < LEAST_BEHIND_DASH:
            told.append(phrase)
            continue
        end = phrase.column + said.end("sets")
        told.append(Phrase("sets", said["sets"], phrase.column, end, phrase.values[:1], "", phrase.times))
        begin = phrase.column + said.end()
        rest = replace(phrase, text=phrase.text[said.end() :], column=begin, values=loads, times=1)
        kind = phrase.kind if phrase.unit else "scheme" if len(loads) > 1 else "count"
        told.append(replace(rest, kind=kind, form="list" if len(loads) > 1 else ""))
    if len(told) == len(phrases):
        return phrases
    return _with_the_list(told)


def _lists_of_percents(phrases: list[Phrase]) -> list[Phrase]:
    """'60, 65, 70 and 75 %': a percent for every number before its sign."""
    for at in range(len(phrases) - 2):
        listed, sign, last = phrases[at : at + 3]
        numbers = listed.kind == "scheme" or (listed.kind == "count" and not listed.pair)
        if (
            numbers
            and sign.kind == "and"
            and last.unit == "percent"
            and min(listed.values) >= LEAST_BEHIND_DASH
        ):
            numbers_said = listed.text.ljust(sign.column - listed.column)
            text = numbers_said + sign.text.ljust(last.column - sign.column)
            whole = replace(
                last,
                text=text + last.text,
                column=listed.column,
                values=listed.values + last.values,
                form="list",
            )
            return [*phrases[:at], whole, *phrases[at + 3 :]]
    return phrases


def _with_the_list(phrases: list[Phrase]) -> list[Phrase]:
    """'65', ',' and '70,75 %' are one list, '60', '/' and '65/70 kg' one load for each set."""
    kept: list[Phrase] = []
    for phrase in phrases:
        before = kept[-2:]
        kinds = [one.kind for one in before]
        listed = kinds == ["count", "comma"] and phrase.unit == "percent"
        if listed or (kinds == ["count", "slash"] and phrase.unit in LOAD_UNITS and phrase.pair):
            values = before[0].values + phrase.values
            kept[-2:] = [replace(phrase, column=before[0].column, values=values)]
        else:
            kept.append(phrase)
    return kept


def _lasts_a_little(phrase: Phrase) -> bool:
    timed = phrase.kind == "clock" or (phrase.kind == "measure" and phrase.unit in SECOND_PER)
    return timed and phrase.times == 1 and phrase.values[0] * SECOND_PER.get(phrase.unit, 1) <= LONGEST_EASY_S


def _easy_is_rest(phrases: list[Phrase]) -> list[Phrase]:
    """'3 min bike hard, 2 min easy': minutes between efforts that name nothing."""
    told = list(phrases)
    if len(phrases) == PAIR and _EASY.fullmatch(phrases[1].text) and _lasts_a_little(phrases[0]):
        return [phrases[0], replace(phrases[1], kind="rest")]  # ":30 easy" on a row of a list
    for at in range(3, len(phrases)):
        how, long = phrases[at], phrases[at - 1]
        timed = long.kind == "clock" or (long.kind == "measure" and long.unit in ("s", "min"))
        if not timed or how.kind != "words" or not _EASY.fullmatch(how.text) or long.times != 1:
            continue
        hard = any(one.kind == "words" and _HARD.search(one.text) for one in phrases[: at - 1])
        hard |= phrases[0].times > 1 and phrases[0].unit in ("s", "min")  # "6 x 3 min, 1 min easy"
        if hard:
            told[at] = replace(how, kind="rest")
    return told


def _how_slowly(phrases: list[Phrase]) -> list[Phrase]:
    """'Bench 31X1 4x6': no 31 sets of one beside the sets there are; 'tempo squat 3x10, 3111': no three
    thousand."""
    if any(one.kind == "tempo" for one in phrases):
        return [
            replace(one, kind="tempo", values=()) if _FOUR_DIGITS.fullmatch(one.text) else one
            for one in phrases
        ]
    if sum(one.kind == "sets" for one in phrases) < 2:
        return phrases
    return [
        replace(one, kind="tempo", values=(), times=1)
        if one.kind == "sets" and one.times > MOST_SETS_OF_A_LIFT and _TEMPO.fullmatch(one.text)
        else one
        for one in phrases
    ]


def _attempts(phrases: list[Phrase]) -> list[Phrase]:
    """'5 attempts': singles; at a maximum they are told otherwise."""
    told: list[Phrase] = []
    if any(one.kind in ("rm", "max", "build") for one in phrases):
        return phrases
    for phrase in phrases:
        if phrase.kind == "words" and _bare(phrase) in ("attempts", "tries") and told:
            count = told[-1]
            if _plain_count(count) and count.values[0] <= MOST_SETS_OF_A_LIFT:
                text, times = f"{count.text} {phrase.text}", int(count.values[0])
                told[-1] = Phrase("sets", text, count.column, phrase.end, (1.0,), "", times)
                continue
        told.append(phrase)
    return told


def _spans_by_arrow(phrases: list[Phrase], line: str) -> list[Phrase]:
    """'60 -> 75%': from one to the other."""
    told: list[Phrase] = []
    for phrase in phrases:
        turned = len(told) > 1 and told[-1].text in ("->", "→", "=>", ">") and _plain_count(told[-2])
        weighed = phrase.unit == "percent" or phrase.unit in LOAD_UNITS
        if turned and phrase.kind == "measure" and weighed and phrase.times == 1 and not phrase.pair:
            first = told[-2]
            values = (*first.values, *phrase.values)
            span = replace(phrase, column=first.column, text=line[first.column : phrase.end], values=values)
            told[-2:] = [span]
        else:
            told.append(phrase)
    return told


def _his_first(phrases: list[Phrase]) -> list[Phrase]:
    """'16/24 kg (w/m)', '30/43 kg, women/men', '16/24 kg': two standards in her order; a second standard is
    never the heavier one."""
    hers = any(_HER_FIRST.fullmatch(one.text) for one in phrases if one.kind == "sex") or any(
        first.kind == second.kind == "sex" and first.text.lower().startswith(WOMEN) and mark.kind == "slash"
        for first, mark, second in zip(phrases, phrases[1:], phrases[2:], strict=False)
    )

    def turned(one: Phrase) -> bool:
        if not one.pair or len(one.values) != 2 or one.form or one.values[0] >= one.values[1]:
            return False
        return (one.kind == "measure" and one.unit in _LESS_FOR_HER) or (hers and one.kind in _ONE_NUMBER)

    return [replace(one, values=one.values[::-1]) if turned(one) else one for one in phrases]


def _meant_otherwise(kept: list[Phrase], phrase: Phrase, line: str) -> list[Phrase] | None:
    """The phrases so far with a number that is no amount: who, which sets, minutes and a count."""
    if _numbers_a_partner(kept, phrase):
        text = line[kept[-1].column : phrase.end]
        return [*kept[:-1], replace(kept[-1], kind="words", end=phrase.end, text=text)]
    if _sums_so_often(kept, phrase):
        added = kept[-2]
        text = line[added.column : phrase.end]
        times = int(phrase.values[0])
        return [*kept[:-2], replace(added, kind="sets", form="sum", times=times, end=phrase.end, text=text)]
    if (dropped := _dropped(kept, phrase, line)) is not None:
        return dropped
    if (apart := _minutes_of_every(kept, phrase, line)) is not None:
        return apart
    if (apart := _minutes_and_count(kept, phrase)) is not None:
        return [*kept, *apart]
    if _says_which_sets(kept, phrase):
        column = kept[-1].column
        sets = replace(phrase, kind="which-sets", column=column, text=line[column : phrase.end])
        return [*kept[:-1], sets]
    return None


def _sums_so_often(kept: list[Phrase], phrase: Phrase) -> bool:
    """'70 % x (1+1) x 2': a sum, and how often it is done at that load."""
    before = [one.kind for one in kept[-4:]]
    return (
        before == ["measure", "x", "sum", "x"]
        and _plain_count(phrase)
        and phrase.values[0] <= MOST_SETS_OF_A_LIFT
    )


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


_MINUTE_AND_COUNT = re.compile(r"(min(?:ute)?s?\.?)\s+(\d{1,3})", re.IGNORECASE)


def _minutes_of_every(kept: list[Phrase], phrase: Phrase, line: str) -> list[Phrase] | None:
    """'Every 5 min 10 burpees': every five minutes, ten of them; not what minute ten holds."""
    said = _MINUTE_AND_COUNT.fullmatch(phrase.text) if phrase.kind == "station" else None
    if said is None or [one.kind for one in kept[-2:]] != ["every", "count"] or kept[-1].pair:
        return None
    column = phrase.column + said.start(2)
    minutes = line[kept[-1].column : phrase.column + said.end(1)]
    return [
        *kept[:-1],
        replace(kept[-1], kind="measure", unit="min", text=minutes, end=phrase.column + said.end(1)),
        Phrase("count", said[2], column, phrase.end, (float(said[2]),)),
    ]


_SETS_AND_DROP = re.compile(
    r"(?P<sets>(\d{1,2})\s*x\s*(\d{1,2}))(\s+)(?P<drop>[-–]\s?(\d{1,2})\s*%)", re.IGNORECASE
)


def _dropped(kept: list[Phrase], phrase: Phrase, line: str) -> list[Phrase] | None:
    """The phrases so far with a share that is taken off a heavy set: '-10 %', '3 x 5 -15 %'."""
    if (lighter := _lighter(kept, phrase)) is not None:
        return lighter
    if _drops_by(kept, phrase):
        left = tuple(WHOLE - value for value in phrase.values)
        column = kept[-1].column
        return [*kept[:-1], replace(phrase, column=column, text=line[column : phrase.end], values=left)]
    said = _SETS_AND_DROP.fullmatch(phrase.text) if phrase.form == "list" else None
    if said is None or int(said[6]) > MOST_DROPPED:
        return None
    column = phrase.column + said.start("drop")
    sets = Phrase(
        "sets",
        said["sets"],
        phrase.column,
        phrase.column + said.end("sets"),
        (float(said[3]),),
        "",
        int(said[2]),
    )
    return [
        *kept,
        sets,
        Phrase("measure", said["drop"], column, phrase.end, (WHOLE - int(said[6]),), "percent"),
    ]


_DROP = re.compile(r"(?:then\s+)?(?:drop(?:\s+by)?|minus|reduce\s+by|take\s+off|back\s+off)", re.IGNORECASE)
_LESS = re.compile(r"(?:less|lighter|off|down)(?!\w)", re.IGNORECASE)


def _drops_by(kept: list[Phrase], phrase: Phrase) -> bool:
    """'-10 % for 2 x 5' behind a heavy set: at 90 % of it."""
    if phrase.unit != "percent" or phrase.form or max(phrase.values) > MOST_DROPPED or not kept:
        return False
    signed = kept[-1].kind == "dash" and kept[-1].end == phrase.column
    apart = len(kept) == 1 or (kept[-2].kind not in _ONE_NUMBER and kept[-2].end < kept[-1].column)
    return signed and apart


def _lighter(kept: list[Phrase], phrase: Phrase) -> list[Phrase] | None:
    """'Drop 10 %, 3 x 3', '3 x 3 at 10 % less': at 90 % of what was lifted before."""
    if phrase.unit == "percent" and kept and _DROP.fullmatch(kept[-1].text):
        share, rest = phrase, []
    elif kept and kept[-1].unit == "percent" and phrase.kind == "words" and _LESS.match(phrase.text):
        share, rest, kept = kept[-1], [phrase], kept[:-1]
    else:
        return None
    if share.form or len(share.values) != 1 or share.values[0] > MOST_DROPPED:
        return None
    return [*kept, replace(share, values=(WHOLE - share.values[0],)), *rest]


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
    told = [at for at in near if kept[at].kind not in _BETWEEN_SEXES and kept[at].text.lower() != "for"][-3:]
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


def _counts_the_next(kept: list[Phrase], phrase: Phrase, line: str) -> bool:
    """'40 wall balls 9/6 kg / 30 cleans', '20 swings 24 kg / 30 skips': a name behind the number, and two
    standards stand already, or the sign stands apart."""
    apart = kept[-1].column > kept[-2].end and phrase.column > kept[-1].end
    whole = (kept[-2].pair or apart) and phrase.kind == "count" and not phrase.unit
    return whole and _NAME_BEHIND.match(line, phrase.end) is not None


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
