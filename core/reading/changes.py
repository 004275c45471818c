"""What a division does otherwise, each change in the one form that is read: 'swap pull-ups for ring rows',
'pull-ups become ring rows' and 'ring rows in place of pull-ups' are 'ring rows instead of pull-ups'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Collection, Iterable, Iterator, Sequence

from core.reading.divisions import leading_division
from core.reading.prose import arranges
from core.reading.row_roles import only_division
from core.reading.rows import Row

LONGEST_CHANGE = 60  # letters of a line that only says one
_NAME = r"[^\W\d][^,;:()\d]{1,30}?"
_SIGN = re.compile(r"\s{0,2}[,;]\s{1,2}|\s[+/]\s")
_FORMS = tuple(
    re.compile(rf"^(?P<all>{form})$", re.IGNORECASE)
    for form in (
        rf"(?:swap|replace|change|trade|exchange)\s(?:the\s)?(?P<old>{_NAME}|[tc]2b)\s(?:for|with|by|into)\s(?P<new>(?:\d{{1,4}}\s)?{_NAME})",
        rf"change\s(?:the\s)?(?P<old>{_NAME}|[tc]2b)\sto\s(?P<new>(?:\d{{1,4}}\s)?{_NAME})",
        rf"(?:the\s)?(?P<old>{_NAME}|[tc]2b)\s(?:becomes?|turns?\sinto|are\sreplaced\sby)\s(?P<new>(?:\d{{1,4}}\s)?{_NAME})",
        rf"(?P<old>{_NAME}|[tc]2b)\s?(?:→|->|=>|➜|\s=\s)\s?(?P<new>(?:\d{{1,4}}\s)?{_NAME})",
        rf"(?P<new>(?:\d{{1,4}}\s)?{_NAME})\s(?:in\splace\sof|rather\sthan)\s(?:the\s)?(?P<old>{_NAME}|[tc]2b)",
        rf"(?P<new>\d{{1,4}}\s{_NAME})\sinstead",
    )
)
_TOLD = re.compile(
    r"\sinstead\sof\s|\s(?:in\splace\sof|becomes?)\s|→|->|=>|\s=\s|^(?:swap|replace)\s", re.IGNORECASE
)
_ONLY_A_LOAD = re.compile(
    r"(?:(?:bar|with|at|@)\s)?\d{1,3}(?:[.,]5)?\s?/\s?\d{1,3}(?:[.,]5)?(?:\s?(?:kg|lbs?))?(?:\son\sthe\sbar)?|\d{1,4}\s?(?:m|cals?)",
    re.IGNORECASE,
)
_OF_A_LIFT = re.compile(
    r"[^\W\d][^,;:()\d]{2,30}?\s(?:@\s?)?\d{1,3}(?:[.,]5)?\s?/\s?\d{1,3}(?:[.,]5)?(?:\s?(?:kg|lbs?))?",
    re.IGNORECASE,
)
_BARE_NAME = re.compile(r"[^\W\d][^,;:()\d]{2,30}")
_LISTS = re.compile(r"^\d{1,3}(?:\s?-\s?\d{1,3})+\b")  # "21-15-9": a list of its own
_A_LOAD = re.compile(r"\d{1,3}(?:[.,]\d)?\s?(?:kg|lbs?)?", re.IGNORECASE)
_GIVEN = re.compile(r"\s*(?:[-*•–]\s+)?(?P<said>scaled:\s)", re.IGNORECASE)
_BULLET = re.compile(r"\s*[-*•–]\s+")


def changes_of_divisions(rows: Sequence[Row]) -> None:
    """Every such change on a division's line, and on the lines of a list below its name."""
    for at, row in enumerate(rows):
        if row.role != "work" or row.tabled:
            continue
        if only_division(row.text) not in ("", "rx"):
            above = {_BULLET.sub("", one.text).strip().lower() for one in rows[:at]}
            _of_a_list(row, list(_below(rows, at)), above)
        elif (found := leading_division(row.text)) is not None and not arranges(row.text[found[1] :]):
            _say(row, _in_one_form(row.text, found[1]))


def _say(row: Row, cuts: Iterable[tuple[int, int, str]]) -> None:
    """Other words for some stretches; nothing at all where there are none."""
    if said := list(cuts):
        row.say(said)


def _below(rows: Sequence[Row], at: int) -> Iterator[Row]:
    """The rows right below one, up to a gap or to what is no work."""
    return itertools.takewhile(
        lambda row: row.role == "work" and not row.after_blank and not row.tabled and row.heading is None,
        rows[at + 1 :],
    )


def _of_a_list(head: Row, below: Sequence[Row], above: Collection[str]) -> None:
    """'Scaled:' above '- ring rows' and '- 40/30 kg': each line is the division's."""
    for row in below:
        if (given := _GIVEN.match(row.text)) and not _GIVEN.match(row.written):
            row.say([(*given.span("said"), "")])  # "single-unders for double-unders", which names none itself
    said = [_BULLET.sub("", row.text).strip() for row in below]
    short = all(len(one) <= LONGEST_CHANGE and not _LISTS.search(one) for one in said)
    short = short and not any(arranges(one) or leading_division(one) for one in said)
    again = any(one.lower() in above for one in said)  # the list once more, of its own
    if not below or not short or again or not any(map(_is_a_change, said)):
        return
    name = head.text.strip(" *_#:-–—")
    for row in below:
        start = match.end() if (match := _BULLET.match(row.text)) else 0
        row.say([(0, start, f"{name}: "), *_in_one_form(row.text, start)])
    head.role = "note"


def _is_a_change(said: str) -> bool:
    """Whether a line only says what is otherwise: a load, a name, one thing for another."""
    return bool(
        _TOLD.search(said) or any(form.fullmatch(said) for form in (_ONLY_A_LOAD, _OF_A_LIFT, _BARE_NAME))
    )


def _in_one_form(text: str, start: int) -> Iterator[tuple[int, int, str]]:
    """What stands for stretches of a line behind its division's name."""
    stop = len(text.rstrip(" )."))
    signs = list(_SIGN.finditer(text, start, stop))
    begins, ends = [start, *(one.end() for one in signs)], [*(one.start() for one in signs), stop]
    parts = [text[begin:end].strip() for begin, end in zip(begins, ends, strict=True)]
    for place, (begin, end) in enumerate(zip(begins, ends, strict=True)):
        said = next(filter(None, (form.match(text[begin:end]) for form in _FORMS)), None)
        if said is not None:
            old = said["old"] if "old" in said.re.groupindex else ""
            yield begin, end, said["new"] + (f" instead of {old}" if old else "")
        if place < len(signs) and signs[place].group().strip() in "+/":
            beside = (parts[place], parts[place + 1])
            pair = beside[0][-1:].isdecimal() and _A_LOAD.fullmatch(beside[1])  # "52 / 35 kg"
            told = any(_TOLD.search(one) or any(sign.isdecimal() for sign in one) for one in beside)
            if not pair and (told or "+" in signs[place].group()):
                yield *signs[place].span(), ", "
