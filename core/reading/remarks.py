"""What stands beside a movement and is no amount: asides, vests, targets, brackets."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence
from dataclasses import replace

from core.reading.board_words import board_words
from core.reading.draft import Draft
from core.reading.joining import WOMEN
from core.reading.kit_words import HAND_WEIGHTS
from core.reading.line import Line
from core.reading.loads import unit_of
from core.reading.phrases import PAIR, Phrase
from core.reading.plain_words import plain, plain_words
from core.reading.units import BELLS, LOAD_UNITS, METRE_PER

SAME_KIT = frozenset(("dumbbell", "kettlebell", "bell", "bar", "barbell", "weight", "load"))
TELLING = frozenset(
    (
        "count",
        "everyone",
        "measure",
        "tempo",
        "rpe",
        "rir",
        "rm",
        "per-side",
        "each",
        "sum",
        "sets",
        "scheme",
        "steps",
        "sex",
        "division",
        "bodyweight",
        "synchro",
        "unit",
    )
)


def minutes_on(line: Line) -> bool:
    """Whether a line is by the minute: the "(alternating)" behind its list is said of the minutes."""
    return any(phrase.kind == "every" for phrase in line.phrases)


def take_remarks(line: Line, draft: Draft, indices: list[int]) -> None:
    """A bracket with nothing to read in it ('step down', 'within 12:00') is a note, whole."""
    run: list[int] = []
    for index in [*indices, None]:
        if index is not None and index in line.bracketed and (not run or index == run[-1] + 1):
            run.append(index)
            continue
        if run and not any(one in line.taken for one in run) and _is_remark(line, run):
            words = plain(" ".join(line.phrases[one].text for one in run)).split()
            text = line.text[line.phrases[run[0]].column : line.phrases[run[-1]].end]
            if not all(word in board_words().passable for word in words):
                draft.notes.append(text)
            draft.alternating |= "alternating" in words and not minutes_on(line)
            draft.as_above |= "same" in words and bool(set(words) & SAME_KIT or len(words) == 1)
            line.take(run, "note", "a note")
        run = [index] if index is not None and index in line.bracketed else []


def take_asides(line: Line) -> None:
    """A bracket that says when or why ('after the round of 10') holds no amounts: kept for the line's first
    movement."""
    at = 0
    while line.bracketed and at < len(line.phrases):
        stop = at
        while (
            stop < len(line.phrases)
            and stop in line.bracketed
            and line.phrases[stop].kind not in ("open", "close")
        ):
            stop += 1
        if stop > at and _is_aside(line, at, stop):
            line.remarks.append(line.text[line.phrases[at].column : line.phrases[stop - 1].end])
            line.take(range(at, stop), "note", "a note")
        at = max(stop, at + 1)


def _is_aside(line: Line, at: int, stop: int) -> bool:
    held = line.phrases[at:stop]
    kinds = [one.kind for one in held]
    text = line.text[held[0].column : held[-1].end]
    return bool(
        (kinds[0] in ("words", "after-set", "sex") and (_ASIDE.match(held[0].text) or _is_her_scheme(held)))
        or _is_less(held)
        or _says_of_what(held)
        or _takes_turns(held)
        or kinds == ["count", "of", "count"]  # "(2 of 3)" who do it
        or _is_in_sets(held)
        or _ONE_OF_EACH.fullmatch(text)
        or _counts_tries(held)
        or _EQUALS_ONE.fullmatch(text)
        or (len(held) > 1 and kinds[0] == "or")
        or _is_tempo(held)
        or _is_a_place(line, at, stop)
        or _is_a_numbered_bar(held)
        or kinds == ["x", "count", "words"]
    )


def take_more_than_before(line: Line) -> None:
    """'3 x 5 @ last week's + 2.5 kg': no load of its own."""
    for at, (first, sign, load) in enumerate(
        zip(line.phrases, line.phrases[1:], line.phrases[2:], strict=False)
    ):
        said = first.kind == "words" and set(plain(first.text).split()) & BEFORE
        if said and sign.kind == "plus" and load.unit in LOAD_UNITS:
            line.remarks.append(line.text[first.column : load.end])
            line.take(range(at, at + 3), "note", "more than before")


BEFORE = frozenset(("last", "previous", "yesterday"))


def take_fewer(line: Line) -> None:
    """'max strict pull-ups -2': two fewer than one could."""
    tail = line.phrases[-2:]
    fewer = [one.kind for one in tail] == ["dash", "count"] and tail[1].values[0] <= MOST_FEWER
    if fewer and tail[0].end == tail[1].column and any(one.kind == "max" for one in line.phrases):
        line.remarks.append(line.text[tail[0].column : tail[1].end])
        line.take(range(len(line.phrases) - 2, len(line.phrases)), "note", "fewer than you could")


MOST_FEWER = 5


def _is_a_place(line: Line, at: int, stop: int) -> bool:
    """'5 at 70 % of (1)': which line is meant."""
    return (
        stop - at == 1 and line.phrases[at].kind == "count" and at >= 2 and line.phrases[at - 2].kind == "of"
    )


def _is_a_numbered_bar(phrases: Sequence[Phrase]) -> bool:
    """'deadlifts (bar 1)', '75 % (first 4), 80 % (next 4)': which of several."""
    kinds = [one.kind for one in phrases]
    return kinds == ["words", "count"] and phrases[0].text.lower() in WHICH_OF_THEM


WHICH_OF_THEM = frozenset(("bar", "barbell", "station", "set-up", "first", "next", "last", "middle", "final"))


_UP_DOWNS = re.compile(r"\bup[\s-]?downs?\b", re.IGNORECASE)


def _is_tempo(phrases: Sequence[Phrase]) -> bool:
    """'front squats (3 down, 2 up)': how slowly."""
    words = {word for one in phrases if one.kind == "words" for word in plain(one.text).split()}
    counted = any(one.kind in ("count", "measure") for one in phrases)
    if any(_UP_DOWNS.search(one.text) for one in phrases):
        return False  # the movement
    return counted and bool(words) and words <= TEMPO_WORDS


TEMPO_WORDS = frozenset(
    (
        "down",
        "up",
        "hold",
        "pause",
        "in",
        "the",
        "hole",
        "at",
        "bottom",
        "top",
        "second",
        "sec",
        "count",
        "ct",
    )
)


def _says_of_what(phrases: Sequence[Phrase]) -> bool:
    """'3 @ 60, 3 @ 70 (percent of snatch)': of what the numbers are a share."""
    kinds = [one.kind for one in phrases]
    return kinds[:3] == ["words", "of", "words"] and phrases[0].text.lower().rstrip("s") in SHARES


SHARES = frozenset(("percent", "percentage", "all percent", "all percentage"))


def _is_in_sets(phrases: Sequence[Phrase]) -> bool:
    """'(sets of max. 5)': how a number is parted, and no other."""
    kinds = [one.kind for one in phrases]
    return kinds[:2] in (["set-word", "of"], ["set-word", "max"])


def _counts_tries(phrases: Sequence[Phrase]) -> bool:
    """'1RM snatch (3 lifts)': how often one may try."""
    kinds = [one.kind for one in phrases]
    return kinds == ["count", "words"] and phrases[1].text.lower() in TRIES


TRIES = frozenset(("lifts", "attempts", "tries", "chances", "goes"))
_KIT = r"(?:one|1|two|2)\s+(?:rower|bike|ski|erg|bar|barbell|box|rig|rope|sled|dumbbell|kettlebell|mat)s?"
_ONE_OF_EACH = re.compile(  # "(one rower, one bar, one box)": what a team has
    rf"{_KIT}(?:\s*(?:,|/|&|\+|\band\b)\s*{_KIT})+", re.IGNORECASE
)
_EQUALS_ONE = re.compile(r"[^\d=]{1,20}=\s*1(?:\s+reps?)?", re.IGNORECASE)  # "(L+R=1)"


def _takes_turns(phrases: Sequence[Phrase]) -> bool:
    """'(alternate arms every 5)', '(switch hands every 10 reps)': when sides change."""
    begins = bool(phrases) and _CHANGES.match(phrases[0].text) is not None
    return begins and any(one.kind == "every" or (one.kind == "count" and not one.pair) for one in phrases)


_CHANGES = re.compile(r"(?:alternat|switch|swap|chang)", re.IGNORECASE)


def _is_less(phrases: Sequence[Phrase]) -> bool:
    """'4 x max (-2)': two fewer than one could."""
    return [phrase.kind for phrase in phrases[:2]] == ["dash", "count"] and len(phrases) <= 3


def _is_her_scheme(phrases: Sequence[Phrase]) -> bool:
    """'cal bike (women 24-16-8)': another list for the second standard."""
    her = phrases[0].kind == "sex" and phrases[0].text.lower().startswith(WOMEN)
    return her and any(phrase.kind == "scheme" for phrase in phrases)


def take_vest(line: Line) -> None:
    """'with a 20/14 lb vest': worn, and no load of any movement."""
    for index, phrase in enumerate(line.phrases):
        words = set(plain(phrase.text).split())
        if phrase.kind != "words" or "vest" not in words or words - WORN - board_words().passable:
            continue
        beside = [
            one
            for one in (index - 1, index + 1)
            if 0 <= one < len(line.phrases) and _is_a_weight(line.phrases[one])
        ]
        before = min([index, *beside]) - 1
        if before >= 0 and set(plain(line.phrases[before].text).split()) <= WORN:
            beside.append(before)  # "wearing a 10 kg vest"
        line.remarks.append(
            line.text[line.phrases[min([index, *beside])].column : line.phrases[max([index, *beside])].end]
        )
        line.take(sorted([index, *beside]), "note", "worn")


def _is_a_weight(phrase: Phrase) -> bool:
    """'9 kg', '20/14', and no way: 'run 1 mile with a vest'."""
    return phrase.unit in LOAD_UNITS or (phrase.kind == "count" and phrase.pair)


_PARTS = frozenset(("comma", "bar", "slash", "plus", "then", "and"))


def take_bells(line: Line) -> None:
    """'20 DB thrusters 15s/10s': dumbbells of so much, no work and rest."""
    in_sets = any(one.kind in ("sets", "scheme") for one in line.phrases)
    carried = False
    for index, phrase in enumerate(line.phrases):
        behind = line.phrases[index + 1].kind if index + 1 < len(line.phrases) else ""
        carried |= index > 0 and line.phrases[index - 1].unit in METRE_PER
        alone = phrase.unit == "s" and (in_sets or carried) and behind != "words"
        if (phrase.kind != "interval" and not alone) or not BELLS.fullmatch(phrase.text):
            continue
        cuts = [at for at, one in enumerate(line.phrases[:index]) if one.kind in _PARTS and alone]
        before = line.phrases[max(cuts, default=-1) + 1 : index]  # "20 KB swings, plank 30s"
        words = {word for one in before if one.kind == "words" for word in plain_words(one.text)}
        counted = alone or any(one.kind == "count" for one in before)
        if words & {*HAND_WEIGHTS, "farmer", "farmers", "farmer's"} and (counted or carried):
            values = tuple(float(one.replace(",", ".")) for one in _NUMBERS.findall(phrase.text))
            unit = unit_of(values, line.system, "hand") if alone or carried else "s"
            bells = replace(phrase, kind="measure", unit=unit, values=values, pair=len(values) > 1)
            line.phrases = (*line.phrases[:index], bells, *line.phrases[index + 1 :])


def take_sides(line: Line) -> None:
    """'40 kettlebell snatches (20 L / 20 R)': how many of them each side does."""
    halved = _HALF_A_SIDE.search(line.text)
    if halved is not None and int(halved["all"]) == PAIR * int(halved["side"]):
        inside = range(halved.start("bracket"), halved.end())
        line.remarks.append(halved["bracket"].strip("()"))
        line.take([at for at, one in enumerate(line.phrases) if one.column in inside], "note", "a side")
    said = _SIDES.search(line.text)
    if said is None or sum(int(one) for one in said.groups() if one) not in [
        one.values[0] for one in line.phrases if one.kind == "count" and one.end <= said.start()
    ]:
        return
    line.remarks.append(said.group().strip("()"))
    line.take(
        [at for at, one in enumerate(line.phrases) if said.start() <= one.column and one.end <= said.end()],
        "note",
        "a side",
    )


def take_halves(line: Line) -> None:
    """'60 s side plank (30 each)', '20 lunges (10 per leg)', '20 step-ups (each leg 10)': half of it a
    side."""
    for at in range(1, len(line.phrases) - 3):
        opened, *inside, closed = line.phrases[at : at + 4]
        half = next((one for one in inside if one.kind in ("count", "measure") and one.times == 1), None)
        sided = any(one.kind in ("each", "per-side") for one in inside)
        if (opened.kind, closed.kind) != ("open", "close") or half is None or not sided:
            continue
        whole = [one.values for one in line.phrases[:at] if one.kind in ("count", "measure", "sets")]
        if whole == [(2 * half.values[0],)]:
            line.remarks.append(line.text[inside[0].column : inside[1].end])
            line.take(range(at, at + 4), "note", "a side")


def take_portions(line: Line) -> None:
    """'80 m shuttle run (2x40)', '400 m carry (4 x 100 m)', '100 double unders (2x50)': how the amount is
    cut up, no other."""
    for at in range(1, len(line.phrases) - 2):
        opened, portions, closed = line.phrases[at : at + 3]
        if [one.kind for one in line.phrases[at : at + 4]] == ["open", "count", "words", "close"] and (
            line.phrases[at + 2].text.lower() in _OF_A_FEW
        ):
            line.hand_back(opened.column, line.phrases[at + 3].end, "how many each of them does")
            line.taken.update(range(at, at + 4))
            continue
        if (opened.kind, closed.kind) != ("open", "close") or portions.kind not in ("sets", "measure"):
            continue
        whole = portions.times * portions.values[0] if portions.times > 1 and portions.values else None
        before = line.phrases[:at]
        said = [one.values[0] for one in before if one.kind in ("count", "measure") and one.values]
        counted = whole is not None and said == [whole] and portions.unit in ("", line.phrases[0].unit)
        if counted or (whole is not None and any(_is_so_far(one, whole, portions.unit) for one in before)):
            line.remarks.append(line.text[portions.column : portions.end])
            line.take([at, at + 1, at + 2], "note", "in portions")


def _is_so_far(phrase: Phrase, whole: float, unit: str) -> bool:
    """Whether a phrase is a way as long as all its portions: '5 km run (4 x 1250 m)'."""
    if phrase.unit not in METRE_PER or phrase.times > 1:
        return False
    return phrase.values[0] * METRE_PER[phrase.unit] == whole * METRE_PER.get(unit or phrase.unit, 0)


_HALF_A_SIDE = re.compile(
    r"\b(?P<all>\d{1,3})\s*(?P<unit>s(?:ec)?|min|m|')\s+[^\W\d][^()\d]*"
    r"(?P<bracket>\(\s*(?P<side>\d{1,3})\s*(?P=unit)\s*(?:/|per\s|each\s|a\s)\s*(?:side|leg|arm)\s*\))",
    re.IGNORECASE,
)  # "2 min side plank (1 min/side)"
_NUMBERS = re.compile(r"\d+(?:[.,]\d+)?")
_SIDE, _AND = r"(?:l|r|left|right)\w*\.?", r"\s*(?:[/+,&]|and\b)\s*"
_SIDES = re.compile(
    rf"\(\s*(?:(\d{{1,3}})\s*{_SIDE}{_AND}(\d{{1,3}})\s*{_SIDE}"
    rf"|{_SIDE}\s*(\d{{1,3}}){_AND}{_SIDE}\s*(\d{{1,3}}))\s*\)",
    re.IGNORECASE,
)
_OF_A_FEW = ("per pair", "per team", "each pair", "a pair")


def take_targets(line: Line) -> None:
    """'500 m row under 1:50/2:10', 'sub 8:00': how fast is aimed for."""
    for index, (first, second) in enumerate(itertools.pairwise(line.phrases)):
        word = plain_words(first.text)[-1:] if first.kind == "words" else ()
        behind = line.phrases[index + 2].text.lower() if index + 2 < len(line.phrases) else ""
        aimed = set(word) & FASTER or (set(word) & HELD_PACE and behind.startswith(("pace", "split", "/500")))
        if not aimed or second.kind not in ("clock", "interval", "window"):
            continue
        before = first.text.rsplit(None, 1)[0] if len(first.text.split()) > 1 else ""
        if not before:
            line.take([index], "note", "a target")
        line.take([index + 1], "note", "a target")
        line.remarks.append(line.text[first.column : second.end])


FASTER = frozenset(("under", "sub", "below", "within"))
HELD_PACE = frozenset(("hold", "holding", "keep", "at", "around", "aim", "target"))
WORN = frozenset(("vest", "weighted", "wear", "wearing", "stays", "stay", "keep", "a", "all"))
_ASIDE = re.compile(
    r"^(?:starts?|begins?|stop|aim|goal|target|try|keep|break|was|were|last|after|be"
    r"fore|until|if|when|because|instead)\b",
    re.IGNORECASE,
)
_WHEN = re.compile(r"^(?:after|before|until|at the|if|when|as|not|no|from|one|two|three)\b", re.IGNORECASE)


def _is_remark(line: Line, run: list[int]) -> bool:
    """Whether a bracket says nothing of its own, or says when ('after the round of 10')."""
    text = line.text[line.phrases[run[0]].column : line.phrases[run[-1]].end]
    if set(plain(text).split()) <= {"cal", "calory", "calorie", "for", "reps"}:
        return False
    equals = any(phrase.text == "=" for phrase in line.phrases[run[0] : run[-1] + 1])
    return (
        equals
        or not any(line.phrases[one].kind in TELLING for one in run)
        or (line.phrases[run[0]].kind == "words" and _WHEN.match(text) is not None)
    )
