"""Boards with answers (boards/README.md) and what the reader makes of them; used by the tests and by
``./chalk bench boards``."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from pathlib import Path

from core.reading import Work, Workout, read_workout

BOARDS = Path(__file__).parent / "boards"
HALVES = (
    *("seen", "opened", "second", "third", "fourth", "sealed", "fifth", "sixth", "seventh", "eighth"),
    *("ninth", "tenth", "eleventh", "twelfth", "thirteenth", "fourteenth", "fifteenth"),
    *("sixteenth", "seventeenth", "eighteenth", "nineteenth", "twentieth", "twentyfirst", "twentysecond"),
    *("twentythird", "twentyfourth", "twentyfifth", "twentysixth", "twentyseventh", "twentyeighth"),
    *("twentyninth", "thirtieth", "thirtyfirst", "thirtysecond", "thirtythird", "thirtyfourth"),
    *("thirtyfifth", "thirtysixth", "thirtyseventh"),
)
SHUT: tuple[str, ...] = ()  # sealed, and not run yet
LONG = 400  # letters from which a board counts as long
NEAR = 0.01  # amounts may differ by this share, or by one
NEAR_KG = 0.6
AMOUNTS = {"": "reps", "m": "distance_m", "c": "calories", "s": "seconds"}
EVERYBODY = (None, "rx", "elite")
SAME_DIVISION = {"beginner": ("foundation",), "teen": ("teens",), "rx": ("rx", "elite")}


@dataclass(frozen=True)
class Wanted:
    """One movement a careful coach reads: what is asked of one person over the whole text."""

    movements: frozenset[str]
    amounts: dict[str, float] = field(default_factory=dict)
    kg: float | None = None
    percent: float | None = None
    open: bool = False
    division: str | None = None
    warm_up: bool = False

    def division_fits(self, work: Work) -> bool:
        if self.division is None:
            return work.division in EVERYBODY
        return work.division in (self.division, *SAME_DIVISION.get(self.division, ()))


@dataclass(frozen=True)
class Board:
    """One text with its answer."""

    number: int
    text: str
    wanted: tuple[Wanted, ...]
    unread: tuple[str, ...]
    language: bool

    @property
    def long(self) -> bool:
        return len(self.text) >= LONG


@dataclass
class Score:
    """What came of one board, or of many: counts of movements, works and boards."""

    wanted: int = 0
    right: int = 0
    works: int = 0
    made_up: int = 0
    silent: int = 0
    boards: int = 0
    whole: int = 0
    long: int = 0
    long_whole: int = 0
    foreign: int = 0
    foreign_found: int = 0

    def add(self, other: Score) -> None:
        for name, value in vars(other).items():
            setattr(self, name, getattr(self, name) + value)

    def shares(self) -> dict[str, float]:
        """The figures as shares; of nothing, 1."""

        def share(part: int, whole: int) -> float:
            return part / whole if whole else 1.0

        return {
            "movements right": share(self.right, self.wanted),
            "boards whole": share(self.whole, self.boards),
            "long boards whole": share(self.long_whole, self.long),
            "made up": share(self.made_up, self.works),
            "wrong without a flag": share(self.silent, self.works),
            "other languages": share(self.foreign_found, self.foreign),
        }


def boards(name: str) -> Iterator[Board]:
    """The boards of one file: 'kinds', 'seen', 'opened', 'second' to 'thirtyseventh' or 'sealed'."""
    text = (BOARDS / f"{name}.txt").read_text(encoding="utf-8")
    for block in re.split(r"(?m)^%% ", text)[1:]:
        head, rest = block.split("\n", 1)
        board, _, answer = rest.partition("\n%=\n")
        lines = [line for line in answer.split("\n") if line.strip()]
        yield Board(
            int(head.split()[0]),
            board,
            tuple(wanted(line) for line in lines if not line.startswith("?")),
            tuple(line[1:].strip() for line in lines if line.startswith("?")),
            "language" in head,
        )


def sayings() -> Iterator[Board]:
    """The short texts of 'sayings.txt': one a line, '⏎' for the end of one of theirs, then '=>'
    and the answer."""
    lines = (BOARDS / "sayings.txt").read_text(encoding="utf-8").splitlines()
    for number, line in enumerate(lines, start=1):
        text, _, answer = line.partition(" => ")
        if answer and not line.startswith("#"):
            parts = [one.strip() for one in answer.split(";")]
            named = tuple(wanted(one) for one in parts if not one.startswith("?"))
            unread = tuple(one[1:].strip() for one in parts if one.startswith("?"))
            yield Board(number, text.replace("⏎", "\n"), named, unread, False)


def wanted(line: str) -> Wanted:
    """One line of an answer (boards/README.md)."""
    ids, *said = line.split()
    amounts: dict[str, float] = {}
    kg = percent = division = None
    for word in said:
        if amount := re.fullmatch(r"([\d.]+)([msc]?)", word):
            amounts[AMOUNTS[amount[2]]] = float(amount[1])
        elif word[0] == "@":
            kg = float(word[1:])
        elif word[0] == "%":
            percent = float(word[1:])
        elif word[0] == ":":
            division = word[1:]
    return Wanted(frozenset(ids.split("|")), amounts, kg, percent, "~" in said, division, "w" in said)


def hold(board: Board, workout: Workout | None = None) -> tuple[Score, list[str]]:
    """The score of one board, and what differs from its answer, in words."""
    workout = workout or read_workout(board.text)
    works = workout.works
    found = _paired(board.wanted, works)
    score, differs = Score(works=len(works), boards=1, long=int(board.long)), []
    flagged = {one.line for one in workout.unread} | {one.line for one in workout.doubts}
    for at, wanted in enumerate(board.wanted):
        if wanted.warm_up:
            continue
        here = (
            _differences(wanted, works[found[at]], works) if at in found else [f"{_name(wanted)} is missing"]
        )
        differs += here
        score.wanted += 1
        score.right += not here
        if here and at in found:
            work = works[found[at]]
            score.silent += not (work.assumed or work.line in flagged)
    made = [work for place, work in enumerate(works) if place not in found.values()]
    score.made_up = len(made)
    differs += [f"made up: {work.movement} (line {work.line})" for work in made]
    unread = " | ".join(one.text for one in workout.unread).lower()
    differs += [f"not handed back: {text}" for text in board.unread if text.lower() not in unread]
    if board.language:
        score.foreign, score.foreign_found = len(board.wanted), len(found)
    score.whole, score.long_whole = int(not differs), int(board.long and not differs)
    return score, differs


def _paired(wanted: tuple[Wanted, ...], works: tuple[Work, ...]) -> dict[int, int]:
    """Which work answers which wanted movement, the most alike pairs first."""
    pairs = sorted(
        (
            (_likeness(one, work, at / len(wanted) - place / len(works)), at, place)
            for at, one in enumerate(wanted)
            for place, work in enumerate(works)
            if work.movement in one.movements
        ),
        reverse=True,
    )
    found: dict[int, int] = {}
    for _, at, place in pairs:
        if at not in found and place not in found.values():
            found[at] = place
    return found


def _likeness(wanted: Wanted, work: Work, apart: float) -> float:
    amounts = sum(_near(getattr(work, name), value) for name, value in wanted.amounts.items())
    return 5 * wanted.division_fits(work) + 3 * amounts + 2 * _same_load(wanted, work) - abs(apart)


def _differences(wanted: Wanted, work: Work, works: Iterable[Work]) -> list[str]:
    name = _name(wanted)
    same = [one for one in works if one.movement == work.movement and wanted.division_fits(one)]
    different = [
        f"{name}: {field} {getattr(work, field)}, not {value:g}"
        for field, value in wanted.amounts.items()
        if not _near(getattr(work, field), value)
        and not _near(sum(getattr(one, field) or 0 for one in same), value)
    ]
    if wanted.kg is not None and not _same_load(wanted, work):
        different.append(f"{name}: {work.load_kg} kg, not {wanted.kg:g}")
    if wanted.percent is not None and not (work.percent and abs(work.percent - wanted.percent) < NEAR_KG):
        different.append(f"{name}: {work.percent} %, not {wanted.percent:g}")
    if wanted.open and not work.reps_estimated:
        different.append(f"{name}: not marked as an estimate")
    if not wanted.division_fits(work):
        different.append(f"{name}: for {work.division}, not {wanted.division}")
    return different


def _same_load(wanted: Wanted, work: Work) -> bool:
    return wanted.kg is not None and work.load_kg is not None and abs(work.load_kg - wanted.kg) < NEAR_KG


def _near(got: float | None, wanted: float) -> bool:
    return got is not None and abs(got - wanted) <= max(1.0, NEAR * wanted)


def _name(wanted: Wanted) -> str:
    return sorted(wanted.movements)[0] + (f" for {wanted.division}" if wanted.division else "")
