"""More than one piece on a line: 'Back squat 5 x 5 | AMRAP 10: 10 burpees, 12 cal row' is cut before
the second."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from core.reading.board_words import board_words
from core.reading.line import Line
from core.reading.names import Names
from core.reading.phrases import Phrase
from core.reading.tokens import seconds_of
from core.reading.units import METRE_PER

_FORMATS = ("amrap", "every", "interval", "tabata", "death-by")
_PIECES = (*_FORMATS, "rounds", "for-time")
_SETS = ("sets", "scheme", "steps", "sum", "set-word", "rm", "build")
_COUNTS = (*_SETS, "count", "measure", "clock")
_ENDS = ("bar", "then")  # signs that always stand between pieces
_SIGNS = ("comma", "plus", "slash", "dash", "and", "other")
_BEFORE_WORDS = ("then", "comma", "dash", "open", "slash", "plus")
_AT_A_BREAK = ("break", "drop", "miss", "trip", "no rep", "no-rep", "time you")
_COSTS = tuple(f"{what} =" for what in ("break", "drop", "trip", "miss", "no rep", "no-rep"))
LEAST_NAMED = 3  # phrases: a piece's name, its colon, what arranges it
HEAD = 4  # phrases within which a piece says its format


_ARRANGED = (["count", "rounds"], ["count", "for-time"], ["measure", "amrap"], ["measure", "every"])


class PieceCuts:
    """Finds them with one gym's names."""

    def __init__(self, names: Names):
        self.names = names

    def columns(self, read: Line) -> list[int]:
        """The columns at which another piece of the line begins."""
        cuts: list[int] = []
        first = 0
        for index in range(1, len(read.phrases)):
            if index > first and self._follows_a_stop(read, first, index):
                cuts.append(read.phrases[index].column)
                first = index
            elif index > first and self._parts(read, first, index):
                phrase = read.phrases[index]
                cuts.append(phrase.column if phrase.kind == "then" else phrase.end)
                first = index + 1
        return cuts

    def _follows_a_stop(self, read: Line, first: int, index: int) -> bool:
        """'.. 5 x 5 @ 100 kg. 4 rounds of ..': the stop belongs to the unit before it."""
        before = read.phrases[index - 1]
        stops = before.kind == "measure" and before.text.endswith(".") and index not in read.bracketed
        behind = read.phrases[index:]
        return stops and self.begins(behind, read.followed) and self._named(read.phrases[first:index])

    def _parts(self, read: Line, first: int, index: int) -> bool:
        """Whether the sign at an index ends a piece that began at ``first``, and another begins behind it."""
        sign, before = read.phrases[index], read.phrases[first:index]
        if sign.kind == "or" and index not in read.bracketed:
            return self._another_choice(read.phrases[index + 1 :], before)
        if sign.kind not in (*_ENDS, *_SIGNS) or index in read.bracketed:
            return False
        behind = _without_signs(read.phrases[index + 1 :])
        behind = _behind_a_name(behind) if sign.kind in ("then", "and") else behind
        kinds = {phrase.kind for phrase in before}
        if self._begins_anew(sign, read.phrases[index + 1 :], before):
            return True
        team = _for_a_team(sign, behind, kinds)  # "4 x 4 deadlifts, then in pairs 100 cal bike"
        if not (team or (behind and self.begins(behind, read.followed))) or not self._named(before):
            return False
        if sign.text == ";" and {"set-word", "colon"} <= kinds and not _own_sets(behind):
            return False  # "3 sets: 8 dips; 10 ring rows"
        if sign.kind == "then":
            heads = [one.kind for one in behind[:3]] == ["count", "rounds", "colon"]
            return team or (
                bool(kinds & {*_COUNTS, "max"}) and (heads or not kinds & {"every"} or "colon" in kinds)
            )
        if sign.kind == "comma" and "for-time" in kinds and behind[0].kind == "every":
            return True  # "75 snatches for time, EMOM 5 burpees"
        paced = len(behind) > 1 and behind[0].kind == "every" and _is_a_way(behind[1])
        if paced and sign.kind in ("comma", "dash"):
            return True  # "10 km ruck, every 2 km: 20 lunges"
        if kinds & {*_FORMATS, "rounds", "for-time"}:
            return (sign.kind == "bar" or sign.text == ";") and "colon" in kinds
        return bool(
            kinds
            & (set(_SETS) if sign.kind in ("comma", "and", "dash") and sign.text != ";" else set(_COUNTS))
        )

    def _begins_another_piece(self, behind: Sequence[Phrase], kinds: Collection[str]) -> bool:
        """'Buy-in 800 m run, 4 rounds: ..', 'AMRAP 10: .., rest 3:00, AMRAP 10: ..'."""
        head = [one.kind for one in behind[:4]]
        framed = "buy-in" in kinds and head[:2] == ["count", "rounds"]
        again = "amrap" in kinds and "colon" in kinds and head[:1] == ["amrap"] and "colon" in head
        return (framed or again) and self._named(behind)

    def _names_its_sets(self, behind: Sequence[Phrase]) -> bool:
        """'DL 4x4': a name, and its sets right behind it."""
        return [one.kind for one in behind[:2]] == ["words", "sets"] and self._named(behind[:1])

    def _begins_anew(self, sign: Phrase, after: Sequence[Phrase], before: Sequence[Phrase]) -> bool:
        """'Tabata squats, then 1 km easy jog', '100 swings, every break 5 burpees', '21-15-9 thrusters; then
        2 km row': another piece, whatever its format."""
        behind, kinds = _without_signs(after), {phrase.kind for phrase in before}
        if not behind:
            return False
        if sign.kind == "comma" and self._begins_another_piece(behind, kinds):
            return self._named(before)
        if sign.kind == "comma" and kinds & {"every", "amrap"} and self._names_its_sets(behind):
            return self._named(before)  # "Snatch EMOM 12: 1 rep, DL 4x4 @ 80 %"
        if sign.kind in ("comma", "dash") and (_at_a_break(behind) or self._heads_a_piece(behind)):
            return self._named(before)
        if behind[0].kind == "after-set" and len(behind) > 1 and behind[1].kind in ("count", "measure"):
            return bool(kinds & {"sets", "set-word", "scheme", "steps"}) and self._named(behind)
        if sign.kind == "comma" and behind[0].kind == "cash-out":
            return bool(kinds & {*_FORMATS, "rounds"}) and self._named(before) and self._named(behind)
        if sign.text == ";" and after[0].kind == "then":
            return (
                bool(kinds & {*_FORMATS, "scheme", "rounds"}) and self._named(before) and self._named(behind)
            )
        if sign.kind == "then" and kinds & {*_PIECES, "scheme"} and (rested := _after_a_rest(behind)):
            goes_on = self._goes_on(rested) or rested[0].kind == "max"
            return self._named(before) and goes_on  # "EMOM 10: 3 cleans, then rest 3 min, then .."
        paced = bool(kinds & {"tabata", "interval", "death-by"})
        return sign.kind == "then" and paced and self._goes_on(behind)

    def _heads_a_piece(self, behind: Sequence[Phrase]) -> bool:
        """'.., RDL 3x8, metcon 5 rft: 12 swings + 200 m run': a section's word and how it is arranged."""
        kinds = [one.kind for one in behind[:6]]
        headed = kinds[:1] == ["words"] and behind[0].text.lower() in board_words().headings
        arranged = kinds[1:2] in (["amrap"], ["every"]) or kinds[1:3] in _ARRANGED
        return headed and arranged and "colon" in kinds and self._named(behind[1:])

    def _another_choice(self, behind: Sequence[Phrase], before: Sequence[Phrase]) -> bool:
        """'5 km row or 4 rounds of (400 m run, 21 swings)': another piece to choose."""
        kinds = [one.kind for one in behind[:2]]
        return kinds == ["count", "rounds"] and self._named(before) and self._named(behind)

    def _goes_on(self, behind: Sequence[Phrase]) -> bool:
        return bool(behind) and behind[0].kind in ("measure", "count", "clock") and self._named(behind)

    def begins(self, behind: Sequence[Phrase], followed: bool) -> bool:
        """Whether phrases begin a piece with work of its own, or with a list below the line."""
        head = [phrase.kind for phrase in behind[:HEAD]]
        if not (followed or self._named(behind[1:])) or head[0] not in (*_PIECES, *_COUNTS):
            return False
        if head == ["amrap"]:
            return False  # "8 thrusters + 8 burpees, AMRAP"
        timed = seconds_of(behind[0]) is not None
        if head[0] in ("amrap", "for-time", "tabata", "death-by") or (timed and head[1:2] == ["amrap"]):
            return True
        if timed and head[1:3] == ["of", "count"]:
            return True  # "then 12 min of 8 step-ups + 8 push-ups"
        if "every" in head[:2] and (head[0] == "every" or timed):
            so_far = len(behind) > LEAST_NAMED and head[2:3] == ["count"]
            counts = so_far and (seconds_of(behind[1]) is not None or _is_a_way(behind[1]))
            colon = "colon" in [phrase.kind for phrase in behind[:6]]
            stops = len(behind) > LEAST_NAMED and _is_a_way(behind[1]) and _stops_to(behind[2])
            return behind[0].text.lower() != "every" or colon or counts or stops  # "every 2 min 6 burpees"
        if head[0] == "count" and (
            head[1:2] in (["rounds"], ["for-time"]) or head[1:3] == ["set-word", "colon"]
        ):
            return True
        if head[0] == "count" and head[1:3] == ["x", "open"]:
            return True
        return head[0] == "scheme" and head[1:2] in (["colon"], ["for-time"], ["of"])

    def _named(self, phrases: Sequence[Phrase]) -> bool:
        return any(
            (match := self.names.find(phrase.text)) is not None and match.confidence == 1
            for phrase in phrases
            if phrase.kind == "words"
        )


def _after_a_rest(behind: Sequence[Phrase]) -> Sequence[Phrase]:
    """What stands behind 'rest 3 min and then', '2 min rest, then'; nothing where no rest leads."""
    rests = [at for at, one in enumerate(behind[:2]) if one.kind == "rest"]
    thens = [at for at, one in enumerate(behind[:5]) if one.kind == "then"]
    return _without_signs(behind[thens[0] + 1 :]) if rests and thens else ()


def _is_a_way(phrase: Phrase) -> bool:
    """'500 m', or only 'km'."""
    return phrase.unit in METRE_PER or phrase.text.lower() in METRE_PER


def _stops_to(phrase: Phrase) -> bool:
    """'every km stop and do', 'every 1000 m get off for'."""
    return phrase.text.lower().startswith(
        ("stop", "get off", "hop off", "jump off", "pause", "do", "perform")
    )


def _for_a_team(sign: Phrase, behind: Sequence[Phrase], before: Collection[str]) -> bool:
    """Whether a 'then' behind sets leads to what a team shares."""
    shared = [one.kind for one in behind[:1]] == ["team"] and len(behind) > LEAST_NAMED
    return sign.kind == "then" and shared and not {*_SETS}.isdisjoint(before)


def _behind_a_name(phrases: Sequence[Phrase]) -> Sequence[Phrase]:
    """'then a short one: 8 min AMRAP of ..': behind what it is called."""
    kinds = [one.kind for one in phrases[:4]]
    arranged = len(kinds) > LEAST_NAMED and (kinds[2] in _FORMATS or kinds[3] in (*_FORMATS, "rounds"))
    return phrases[2:] if kinds[:2] == ["words", "colon"] and arranged else phrases


def _at_a_break(behind: Sequence[Phrase]) -> bool:
    said = " ".join(one.text.lower() for one in behind[:2])
    if said in _COSTS:
        return True  # "100 double-unders, trip = 3 burpees"
    return said.startswith(tuple(f"{each} {what}" for each in ("every", "each") for what in _AT_A_BREAK))


def _own_sets(phrases: Sequence[Phrase]) -> bool:
    return any(one.kind in ("sets", "set-word", "scheme", "amrap", "every", "rounds") for one in phrases)


def _without_signs(phrases: Sequence[Phrase]) -> Sequence[Phrase]:
    """Phrases from the first that is no sign between pieces on."""
    begins = (at for at, phrase in enumerate(phrases) if phrase.kind not in _BEFORE_WORDS)
    return phrases[next(begins, len(phrases)) :]
