"""A line with more than one movement on it, cut where one ends and the next begins."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Sequence

from core.reading.board_words import speaks_of_care
from core.reading.choices import is_choice, is_easier, is_one_of_several, keep_choice, lasts, one_is_chosen
from core.reading.chunks import ChunkReader
from core.reading.divisions import division_id
from core.reading.draft import AMOUNTS, Chunk, Chunks, lend
from core.reading.line import SILENT, Line
from core.reading.names import Names
from core.reading.of_the_line import as_often, load_before_colon, load_of_all, load_of_the_lift
from core.reading.phrases import Phrase
from core.reading.prose import COUNTED
from core.reading.spreading import (
    MOST_SETS,
    number_of_each,
    only_fillers,
    set_beside,
    sets_before_colon,
    spread_sets,
    times_before_colon,
    times_of_all,
)
from core.reading.tokens import is_load_times_reps
from core.reading.units import KG_PER, LOAD_UNITS, METRE_PER, SHORTEST_RUN_M

_WITHIN_AN_AMOUNT = ("x", "of", "reps", "unit", "count", "each", "synchro")
_BESIDE_A_COUNT = ("x", "reps", "of", "open", "colon")
CUTS = ("comma", "plus", "then", "and", "bar", "slash")
_HELD_WHERE = frozenset(("overhead", "plate", "rack", "goblet"))
_AFTER_SLASH = ("words", "division", "count", "measure", "clock", "max", "rm", "unit")
LONGEST_JOINING = 4  # letters of a word between an amount and who does it, in any language
DASHES = ("-", "–", "—")  # between what a division does
JOINS = ("comma", "bar", "slash", "dash", "plus", "and", "then")
STARTS_NEXT = (
    "count",
    "measure",
    "max",
    "sets",
    "clock",
    "scheme",
    "steps",
)  # what may begin another movement on the same line


class Splitter:
    """Cuts lines with one gym's names."""

    def __init__(self, names: Names, reader: ChunkReader):
        self.names = names
        self.reader = reader

    def chunks(self, read: Line) -> Chunks:
        """Every movement of a line, with the division a word before or after it names."""
        found: Chunks = []
        sets, inside = self._sets_of_bracket(read) or (times_before_colon(read), frozenset())
        division: str | None = None
        carried: list[int] = []
        within = False  # whether the division's words stand in brackets
        chosen = one_is_chosen(read)
        for joined_by, own, indices in self._split(read):
            if own is not None or joined_by == "division":
                division = own
            if not indices:
                continue
            if own is None and within and indices[0] not in read.bracketed:
                division = None  # its bracket has ended
            within = division is not None and indices[0] in read.bracketed
            chunk = self.reader.read(read, carried + indices)
            carried = []
            chunk.joined_by = "or" if joined_by == "slash" and chosen else joined_by
            if own is None and found and self._is_chosen(read, found, chunk, indices):
                continue
            if own is None and not found and self._leads_a_name(read, chunk, indices[-1]):
                read.give_back(indices)
                carried = indices
            elif own is None and division is None and found and is_easier(read, chunk, found[-1][1]):
                found.append(("scaled", chunk))
            else:
                found.append((division, chunk))
        found = self._only_one_of_them(read, found)
        if sets := sets or sets_before_colon(read):
            spread_sets([one for _, one in found if not inside or inside & set(one.indices)], sets)
        set_beside([chunk for _, chunk in found])
        self._sets_of_both([chunk for _, chunk in found])
        as_often(read, [chunk for _, chunk in found])
        load_of_the_lift(found, self.reader.catalog)
        load_of_all(found)
        load_before_colon(read, found, self.reader.catalog)
        times_of_all(read, [chunk for _, chunk in found])
        number_of_each(read, [chunk for _, chunk in found])
        return found

    def _sets_of_both(self, chunks: list[Chunk]) -> None:
        """'kip swing + knee raise, 5 x 5': so many of each, where no bar makes one lift of the two."""
        for before, chunk in reversed(list(itertools.pairwise(chunks))):
            first, second = before.draft, chunk.draft
            joined = chunk.joined_by == "plus" and before.named and chunk.named
            rows = [self.reader.catalog.movements[one.movement] for one in (first, second) if joined]
            bars = any(row.implement == "barbell" for row in rows)
            if joined and not bars and not (first.has_amount or first.loads) and second.sets_written:
                first.take_amounts(second)

    def _is_chosen(self, read: Line, found: Chunks, chunk: Chunk, indices: list[int]) -> bool:
        """Whether a chunk is another choice for the one before: kept beside it, or everybody's where that one
        is only the best's ('7 bar muscle-ups (RX+) or chest-to-bar')."""
        best, before = found[-1]
        if best == "elite" and chunk.joined_by == "or" and chunk.named:
            lend(before.draft, chunk.draft, AMOUNTS)
            found.insert(-1, (None, chunk))
            return True
        if not is_choice(read, chunk, before):
            return False
        while is_one_of_several(read, found):
            _, other = found.pop()
            keep_choice(read, other.indices, found[-1][1])
        keep_choice(read, indices, found[-1][1])
        return True

    def _only_one_of_them(self, read: Line, found: Chunks) -> Chunks:
        """'Row/bike/ski 2 min', 'row, ski or bike 10 min, 20 squats': the first for as long as stands behind
        the last of them."""
        kept: Chunks = []
        for own, chunk in found:
            start = self._first_of(kept, chunk)
            if start is None:
                kept.append((own, chunk))
                continue
            first = kept[start][1]
            first.draft.take_amounts(chunk.draft)
            for _, other in [*kept[start + 1 :], (own, chunk)]:
                keep_choice(read, other.indices, first)
            del kept[start + 1 :]
        return kept

    def _first_of(self, before: Chunks, last: Chunk) -> int | None:
        """Where the choices begin whose last has their amount; None where it is none."""
        told = last.draft.has_amount if last.joined_by == "or" else last.joined_by == "slash" and lasts(last)
        if not last.named or not told:
            return None
        start, joined_by = len(before), last.joined_by
        while start and joined_by in ("slash", "or", "comma"):
            chunk = before[start - 1][1]
            bare = chunk.named and not (chunk.draft.has_amount or chunk.draft.loads)
            if not bare or (joined_by == "comma" and not (self._goes_on(chunk) and self._goes_on(last))):
                break
            start, joined_by = start - 1, chunk.joined_by
        return start if start < len(before) else None

    def _goes_on(self, chunk: Chunk) -> bool:
        """Whether it is counted in metres or calories: 'thrusters, row or ski 500 m' are two things."""
        return self.reader.catalog.movements[chunk.draft.movement].unit != "rep"

    def _leads_a_name(self, read: Line, chunk: Chunk, last: int) -> bool:
        """'5x5, back squat': amounts first."""
        strange = any(
            read.phrases[index].kind == "words" and index not in read.taken for index in chunk.indices
        )
        if any(speaks_of_care(read.phrases[index].text) for index in chunk.indices):
            return False  # "10 arm circles, 10 lunges"
        machine = strange or (chunk.draft.calories and _only_calories(read, chunk.indices))
        far = (chunk.draft.distance_m or 0) >= SHORTEST_RUN_M and self._other_work_follows(read, last)
        return not (chunk.named or machine or far or read.of_division) and self._names_later(read, last)

    def _other_work_follows(self, read: Line, last: int) -> bool:
        """'4 x 800 m, rest 2:00, 3 x max plank': what follows is counted on its own."""
        kinds = [phrase.kind for phrase in read.phrases[last + 1 :]]
        counted = next((at for at, kind in enumerate(kinds) if kind in STARTS_NEXT), len(kinds))
        return counted < kinds.index("words") if "words" in kinds else False

    def _sets_of_bracket(self, read: Line) -> tuple[int, frozenset[int]] | None:
        """'5 x (1 clean + 2 front squats)', '(500 m row + 20 sit-ups) x 4': the sets of all in the bracket,
        which then reads as if it were none, and what is in it."""
        if (behind := self._sets_behind_bracket(read)) is not None:
            return behind
        for index in read.free()[:-4]:
            count, times, bracket = read.phrases[index : index + 3]
            if (
                count.kind != "count"
                or count.pair
                or times.kind != "x"
                or bracket.kind != "open"
                or not 1 <= count.values[0] <= MOST_SETS
            ):
                continue
            inside = [one for one in range(index + 3, len(read.phrases)) if one in read.bracketed]
            within = frozenset(range(index + 3, _closes(read, index + 3)))
            ways = all(
                read.phrases[one].unit in METRE_PER for one in inside if read.phrases[one].kind == "measure"
            )
            far = ways and not any(read.phrases[one].kind in ("words", "count") for one in inside)
            if any(read.phrases[one].kind in JOINS for one in inside) and (far or self._named(read, inside)):
                read.take([index, index + 1], "amount", f"{count.values[0]:g} sets")
                read.bracketed = read.bracketed - set(inside)
                return int(count.values[0]), within
        return None

    def _sets_behind_bracket(self, read: Line) -> tuple[int, frozenset[int]] | None:
        """'(500 m row + 20 sit-ups) x 4', '(..) x 4, then 1 km run'."""
        kinds = [one.kind for one in read.phrases]
        ends = (at for at in range(1, len(kinds) - 2) if kinds[at : at + 3] == ["close", "x", "count"])
        at = next((one for one in ends if kinds[one + 3 : one + 4] in ([], ["comma"], ["then"], ["dash"])), 0)
        opens = next(
            (one for one, kind in enumerate(kinds[:at]) if kind == "open" and _closes(read, one + 1) == at),
            None,
        )
        last = at + 2
        if not at or opens is None or read.phrases[last].pair:
            return None
        inside = list(range(opens + 1, at))
        if not any(kinds[one] in JOINS for one in inside):
            return None
        sets = int(read.phrases[last].values[0])
        if not self._named(read, inside) or not 1 < sets <= MOST_SETS:
            return None
        read.take([last - 1, last], "amount", f"{sets} sets")
        read.bracketed = read.bracketed - set(inside)
        return sets, frozenset(inside)

    def _names_later(self, read: Line, after: int) -> bool:
        return any(
            phrase.kind == "words"
            and index > after
            and index not in read.taken
            and (match := self.names.find(phrase.text)) is not None
            and match.confidence == 1
            for index, phrase in enumerate(read.phrases)
        )

    def _split(self, read: Line) -> list[tuple[str, str | None, list[int]]]:
        """(what joins it to the one before, its division, its phrases), in order."""
        pieces: list[tuple[str, str | None, list[int]]] = [("", None, [])]
        free = read.free()
        parted = self._parted_by_dashes(read)
        for place, index in enumerate(free):
            phrase = read.phrases[index]
            kind = phrase.kind
            if _opens_rounds(read, pieces[-1][2], index):
                pieces.append(("comma", None, []))
            here = pieces[-1][2]
            if kind == "division":
                self._of_division(read, index, pieces, free[place + 1 :])
            elif (
                (kind in CUTS or ((read.of_division or parted) and phrase.text in DASHES))
                and not self._inside_a_remark(read, index)
                and here
                and self._splits_at(read, kind, here, free[place + 1 :], _is_bare(read, pieces))
            ):
                read.taken.add(index)
                if kind == "then":
                    read.mark(phrase.column, phrase.end, "format", "then")
                pieces.append((kind, None, []))
            elif (
                kind in STARTS_NEXT
                and here
                and self._named(read, here)
                and not (
                    kind == "count" and read.phrases[index - 1].text.lower() == "x"
                )  # "HSPU x 28 / 10 V-ups"
                and self._begins_movement(read, free[place:])
                and not self._one_name(read, here, free[place:])
            ):
                pieces.append(("", None, [index]))
            elif kind in ("or", "open"):
                self._of_sign(read, index, pieces)
            elif kind not in SILENT or kind == "each":
                here.append(index)
        return pieces

    def _of_sign(self, read: Line, index: int, pieces: list[tuple[str, str | None, list[int]]]) -> None:
        """An 'or' between two choices, and a bracket in which a division is given something else."""
        joined_by, _, here = pieces[-1]
        if read.phrases[index].kind == "open":
            if read.of_division and self._opens_another(read, index, here):
                pieces.append(("comma", None, []))
            return
        read.taken.add(index)
        if here and (self._named(read, here) or (read.of_division and _is_a_pair(read, here))):
            pieces.append(("or", None, []))
        elif not here and joined_by == "comma":
            pieces[-1] = ("or", None, here)

    def _opens_another(self, read: Line, index: int, here: list[int]) -> bool:
        """'43/30 kg (pull-ups, 25 m bear crawl)' of a division: what its bracket names has no such load."""
        if not here or self._named(read, here) or not _amounts_alone(read, here):
            return False
        inside = itertools.takewhile(lambda one: one in read.bracketed, range(index + 1, len(read.phrases)))
        return self._named(read, list(inside))

    def _of_division(
        self, read: Line, index: int, pieces: list[tuple[str, str | None, list[int]]], rest: list[int]
    ) -> None:
        """A division's word: of what stands before it, of its bracket, or of what follows."""
        name, here = division_id(read.phrases[index].text), pieces[-1][2]
        read.take([index], "division", name)
        inside = [one for one in here if one in read.bracketed] if index in read.bracketed else []
        only = (
            read.phrases[index - 1].kind if index else "",
            *(one.kind for one in read.phrases[index + 1 : index + 2]),
        )
        if only == ("open", "close") and here and self._named(read, here) and not inside:
            pieces[-1] = (pieces[-1][0], name, here)  # "10 muscle-ups (RX), 10 ring rows (Sc)"
            pieces.append(("division", None, []))
        elif len(inside) < len(here) and (self._named(read, inside) or _amounts_alone(read, inside)):
            outside = [one for one in here if one not in inside]
            pieces[-1] = (*pieces[-1][:2], outside)  # "5 pull-ups (ring rows for beginners)", "(3 scaled)"
            pieces.append(("division", name, inside))
        elif here and self._named(read, here) and self._nothing_follows(read, rest):
            pieces[-1] = (pieces[-1][0], name, here)
        else:
            pieces.append(("division", name, []))

    def _parted_by_dashes(self, read: Line) -> bool:
        """'60 skips - 50 sit-ups - 40 squats': dashes between counted names."""
        runs = [read.phrases[at + 1 : at + 5] for at, one in enumerate(read.phrases) if one.text in DASHES]
        return sum(map(self._counts_a_name, runs)) > 1 or self._names_by_dashes(read)

    def _names_by_dashes(self, read: Line) -> bool:
        """'21-15-9: thrusters 43/30 - overhead squats - burpees': a list of names below its numbers."""
        dashes = [at for at, one in enumerate(read.phrases) if one.text in DASHES and _stands_apart(read, at)]
        behind = [read.phrases[at + 1] for at in dashes if at + 1 < len(read.phrases)]
        names = [one for one in read.phrases if one.text not in DASHES]
        if len(names) > 2 and len(dashes) == len(names) - 1:  # "row - burpee - swing - plank"
            return all(one.kind == "words" and self._is_a_name(one.text) for one in names)
        return (
            bool(dashes)
            and any(one.kind == "scheme" for one in read.phrases[: dashes[0]])
            and len(behind) == len(dashes)
            and all(one.kind == "words" and self._is_a_name(one.text) for one in behind)
        )

    def _is_a_name(self, text: str) -> bool:
        match = self.names.find(text)
        return match is not None and match.confidence == 1 and not match.left_over

    def _counts_a_name(self, run: Sequence[Phrase]) -> bool:
        """'50 sit-ups', '50 reps of sit-ups', 'sit-ups x 50', 'sit-ups (50)'."""
        named = next((at for at, one in enumerate(run) if one.kind == "words"), None)
        counted = next((at for at, one in enumerate(run) if one.kind in ("count", "measure")), None)
        if named is None or counted is None or not self.names.starts(run[named].text):
            return False
        between = run[min(named, counted) + 1 : max(named, counted)]
        return min(named, counted) == 0 and all(one.kind in _BESIDE_A_COUNT for one in between)

    def _inside_a_remark(self, read: Line, index: int) -> bool:
        """Whether a sign stands in brackets that name no movement after it."""
        if index not in read.bracketed:
            return False
        if all(one in read.bracketed for one in read.free() if read.phrases[one].kind not in SILENT):
            return False  # "(9/6, 24/16)" alone on its line
        rest = []
        for one in range(index + 1, len(read.phrases)):
            if one not in read.bracketed:
                break
            rest.append(one)
        return not self._named(read, rest)

    def _nothing_follows(self, read: Line, rest: list[int]) -> bool:
        """Whether after a division word its bracket or the line ends, or the next choice begins."""
        for index in rest:
            kind = read.phrases[index].kind
            if kind in ("close", "slash", "comma", "bar", "or"):
                return True
            if kind in ("colon", "dash") or kind not in SILENT:
                return False
        return True

    def _named(self, read: Line, indices: Iterable[int]) -> bool:
        words = [read.phrases[index].text for index in indices if read.phrases[index].kind == "words"]
        return any(self.names.find(text) is not None for text in words)

    def _splits_at(self, read: Line, kind: str, here: list[int], rest: list[int], bare: bool) -> bool:
        """Whether a comma, plus, 'and' or slash stands between two movements. bare: the one before has no
        amount yet."""
        if self._ends_amounts(read, kind, here, rest, bare):
            return True
        words = [read.phrases[index].text for index in here if read.phrases[index].kind == "words"]
        if all(only_fillers(text) and self.names.find(text) is None for text in words):
            return False
        upcoming = next((index for index in rest if read.phrases[index].kind not in SILENT), None)
        if upcoming is None or read.phrases[upcoming].kind == "sex":
            return False
        following = read.phrases[upcoming]
        if following.unit in LOAD_UNITS and upcoming + 1 < len(read.phrases) and kind == "comma":
            behind = read.phrases[upcoming + 1]
            if behind.kind == "words" and set(behind.text.lower().split()) & _HELD_WHERE:
                return False  # "100 walking lunges, 10/7.5 kg plate overhead"
        if kind == "and":
            if following.kind == "unit" and upcoming + 1 < len(read.phrases):
                following = read.phrases[upcoming + 1]  # "21-15-9 thrusters and cal row"
            named = following.kind == "words" and self.names.starts(following.text)
            return named or following.kind in STARTS_NEXT
        if kind == "slash" and not (read.of_division and following.kind in STARTS_NEXT):
            wording = [one for one in rest if read.phrases[one].kind == "words"]
            counts = following.kind == "count" and wording[:1] == [upcoming + 1]
            unknown = counts and not only_fillers(
                read.phrases[upcoming + 1].text
            )  # "12 raises / 20 what-nots"
            return following.kind in _AFTER_SLASH and (unknown or self._named(read, wording[:1]))
        return True

    def _ends_amounts(self, read: Line, kind: str, here: list[int], rest: list[int], bare: bool) -> bool:
        """Whether a stretch of amounts alone ends at a sign: '1x5 @ 65 %, 1x5 @ 75 %', '10 deadlifts,
        100/70 kg, 12 burpees', 'run, 400 m, 10 burpees', 'sled push, 8 x 20 m, as high as you can'."""
        if self._named(read, here):
            return False
        if kind in JOINS and (_only_a_load(read, here) or (bare and _only_an_amount(read, here))):
            return True
        shares = [read.phrases[one].unit for one in here if read.phrases[one].kind != "at"] == ["percent"]
        if shares and rest and read.phrases[rest[0] - 1].text == ";":
            return True  # "8-6-4-2, last set @ 90 %; box jumps 5x3"
        if _goes_far(read, here) and self._other_work_follows(read, here[-1]):
            return True  # "5k easy + 100 sit-ups", "4 x 800 m, 2 min rest, then 3 x max plank"
        builds = any(read.phrases[index].kind == "build" for index in here)
        in_sets = bare and any(read.phrases[index].kind in ("sets", "scheme") for index in here)
        if kind == "then" and (builds or in_sets):
            return True  # "back squat, 3 x 10 @ 55 %, then 20 swings"
        if kind == "comma" and rest and read.phrases[rest[0]].kind == "which-sets":
            return True
        if kind == "comma" and _ways_in_a_row(read, here, rest):
            return True
        calories = kind in ("comma", "plus") and rest and _only_calories(read, here)
        if calories and (read.phrases[rest[0]].kind == "count" or read.phrases[rest[0]].unit == "cal"):
            return True  # "30 cal, 30 swings", "12 cal, 14 cal"
        high = bool(here) and read.phrases[here[-1]].unit in _HEIGHTS and read.phrases[here[-1]].pair
        if kind == "comma" and rest and high and read.phrases[rest[0]].kind == "count":
            return True
        return self._ends_counts(read, kind, here, rest)

    def _ends_counts(self, read: Line, kind: str, here: list[int], rest: list[int]) -> bool:
        """Whether counts or words by the way end at a sign: '20 snatches, 10 per arm, 22.5 kg'."""
        kinds = [read.phrases[index].kind for index in here]
        if (
            kind == "comma"
            and rest
            and kinds in (["count", "per-side"], ["count", "each"], ["count", "reps"])
        ):
            return True  # "20 snatches, 10 per arm, 22.5 kg"
        if kind == "comma" and rest and _a_set(read, here) and _begins_a_set(read.phrases[rest[0]]):
            return True
        if kind == "comma" and self._words_by_the_way(read, here, rest):
            return True
        return read.of_division and kind in ("comma", "and", "plus")  # "65/45, ring rows"

    def _words_by_the_way(self, read: Line, here: list[int], rest: list[int]) -> bool:
        """Whether amounts alone end here, and words follow that name nothing."""
        amounts = all(read.phrases[index].kind in STARTS_NEXT for index in here)
        following = rest[0] if rest else None
        if not amounts or following is None or read.phrases[following].kind != "words":
            return False
        upcoming = read.phrases[following + 1].kind if following + 1 < len(read.phrases) else ""
        return upcoming not in COUNTED and self.names.find(read.phrases[following].text) is None

    def _begins_movement(self, read: Line, rest: list[int]) -> bool:
        """Whether amounts here lead to the words of another movement with nothing between that ends the
        first."""
        if read.phrases[rest[0]].kind == "measure" and read.phrases[rest[0]].unit in (
            "kg",
            "lb",
            "pood",
            "percent",
            "in",
            "cm",
        ):
            return False
        for index in rest[1:]:
            kind = read.phrases[index].kind
            if kind == "words":
                between = range(rest[0] + 1, index)  # "5 x 10 m, rest 1:00; ring muscle-ups"
                parted = any(read.phrases[one].kind in CUTS for one in between)
                return not parted and self.names.starts(read.phrases[index].text)
            if kind not in _WITHIN_AN_AMOUNT or index in read.bracketed:
                return False
        return False

    def _one_name(self, read: Line, here: Sequence[int], rest: Sequence[int]) -> bool:
        """'athletes run 4 x 100 m shuttle': words on both sides of an amount that are one movement's."""
        before = read.phrases[here[-1]]
        after = next((read.phrases[one] for one in rest if read.phrases[one].kind == "words"), None)
        match = self.names.find(before.text) if before.kind == "words" and after is not None else None
        if match is None or after is None:
            return False
        between = range(here[-1] + 1, read.phrases.index(after))
        if any(read.phrases[one].kind in CUTS for one in between):
            return False  # "1-10 pull-ups / 10-1 burpees"
        alone = self.names.find(after.text)
        counted = any(read.phrases[one].kind in ("count", "measure") for one in here[:-1])
        if counted and alone is not None and alone.confidence == 1 and alone.start == 0:
            return False  # "7 pull-ups 7 burpees", of which neither is the other's
        both = self.names.find(f"{after.text} {before.text[match.start : match.end]}")
        return both is not None and both.confidence == 1 and not both.left_over and both.words > match.words

    def _two_names(self, read: Line, index: int) -> bool:
        """'power cleans and push presses': whether the words on both sides of a sign are a name each."""
        said = [self.names.find(read.phrases[at].text) for at in (index - 1, index + 1)]
        return all(one is not None and one.confidence == 1 and not one.left_over for one in said)

    def glue_names(self, read: Line) -> None:
        """'clean & jerk' is one name: words on both sides of an 'and' that together name a movement become
        one phrase."""
        index = 1
        while index < len(read.phrases) - 1:
            if (
                read.phrases[index].kind == "and"
                and read.phrases[index - 1].kind == read.phrases[index + 1].kind == "words"
            ):
                text = read.text[read.phrases[index - 1].column : read.phrases[index + 1].end]
                match = self.names.find(text)
                place = read.phrases[index].column - read.phrases[index - 1].column
                joined = match and match.start <= place < match.end and not match.assumed
                if match and joined and not (match.left_over and self._two_names(read, index)):
                    read.glue(index - 1, index + 1)
                    continue
            index += 1


def _closes(read: Line, begin: int) -> int:
    """Where the bracket that has opened right before a place closes; the line's end where it does not."""
    depth = 1
    for at in range(begin, len(read.phrases)):
        depth += {"open": 1, "close": -1}.get(read.phrases[at].kind, 0)
        if not depth:
            return at
    return len(read.phrases)


def _amounts_alone(read: Line, inside: list[int]) -> bool:
    """'(15 scaled)', '(3 for scaled)'."""
    said = [read.phrases[one] for one in inside]
    others = [one.text for one in said if one.kind not in ("count", "measure")]
    brief = all(only_fillers(text) or len(text) <= LONGEST_JOINING for text in others)  # "6 für Scaled"
    return bool(said) and len(others) < len(said) and brief


def _stands_apart(read: Line, at: int) -> bool:
    """Whether a sign has room on both sides."""
    sign = read.phrases[at]
    return read.text[sign.column - 1 : sign.column].isspace() and read.text[sign.end : sign.end + 1].isspace()


def _is_bare(read: Line, pieces: Sequence[tuple[str, str | None, list[int]]]) -> bool:
    """Whether the piece before the one being cut is a name without an amount."""
    before = pieces[-2][2] if len(pieces) > 1 else []
    said = [read.phrases[index] for index in before]
    return bool(said) and all(one.kind in ("words", "unit") or one.unit in KG_PER for one in said)


def _only_an_amount(read: Line, here: list[int]) -> bool:
    said = [read.phrases[index] for index in here]
    return len(said) == 1 and said[0].kind in ("measure", "clock", "sets", "count")


def _goes_far(read: Line, here: list[int]) -> bool:
    """Whether a stretch that names nothing is a way of 100 m or more."""
    far = [one for one in (read.phrases[index] for index in here) if one.unit in _WAYS]
    return len(far) == 1 and far[0].values[0] * _WAYS[far[0].unit] >= SHORTEST_RUN_M


_HEIGHTS = ("m", "ft", "cm", "in")
_WAYS = {"m": METRE_PER["m"], "km": METRE_PER["km"], "k": METRE_PER["km"], "mile": METRE_PER["mile"]}


def _only_calories(read: Line, here: list[int]) -> bool:
    """'30 cal', '15/12 cal on any machine'."""
    said = [read.phrases[index] for index in here]
    others = [one for one in said if one.unit != "cal"]
    around = all(
        one.kind in ("each", "rounds") or (one.kind == "words" and only_fillers(one.text)) for one in others
    )
    return len(said) == len(others) + 1 and around


def _only_a_load(read: Line, here: list[int]) -> bool:
    """Whether a stretch holds nothing but a load or a pair, after something else on its line."""
    loads = (read.phrases[index] for index in here if read.phrases[index].kind != "at")
    said = list(itertools.islice(loads, 2))
    pair = (
        len(said) == 1
        and said[0].pair
        and (said[0].kind == "count" or (said[0].kind == "sets" and said[0].times == 2))
    )
    only = len(said) == 1 and (said[0].unit in KG_PER or pair)
    return only and (here[0] > 0 or read.of_division or _only_pairs(read))


def _is_a_pair(read: Line, here: list[int]) -> bool:
    """'42.5/30' before 'or 30/20'."""
    said = [read.phrases[index] for index in here]
    return len(said) == 1 and (said[0].unit in KG_PER or (said[0].kind == "count" and said[0].pair))


def _only_pairs(read: Line) -> bool:
    """Whether a line holds nothing but pairs and loads: '9/6, 24/16'."""
    said = [one for one in read.phrases if one.kind not in SILENT]
    return all(one.unit in KG_PER or (one.kind == "count" and one.pair) for one in said)


def _begins_a_set(phrase: Phrase) -> bool:
    return phrase.kind in ("sets", "count") or phrase.unit in LOAD_UNITS


def _is_set_at_load(phrase: Phrase) -> bool:
    """'3 x 80 %', '80x3'."""
    return (phrase.times > 1 and phrase.unit in LOAD_UNITS) or is_load_times_reps(phrase)


def _a_set(read: Line, here: list[int]) -> bool:
    kinds = {read.phrases[index].kind for index in here}
    weighed = [read.phrases[index].kind for index in here if read.phrases[index].kind in ("count", "at")]
    if (
        here
        and read.phrases[here[-1]].kind == "count"
        and len(weighed) >= 2
        and read.phrases[here[-1] - 1].kind == "at"
    ):
        return True  # "5 @ 65, 5 @ 70"
    if any(_is_set_at_load(read.phrases[index]) for index in here):
        return True
    return bool(kinds & {"sets", "count", "sum"}) and bool(kinds & {"measure", "rpe"})


def _ways_in_a_row(read: Line, here: list[int], rest: list[int]) -> bool:
    """'3 x (400 m, 200 m)': one way after the other, in one bracket."""
    beside = [*here, *rest[:1]]
    return len(beside) == 2 and all(read.phrases[one].unit in METRE_PER for one in beside)


def _opens_rounds(read: Line, here: Sequence[int], index: int) -> bool:
    """'30 burpees, 5 rounds (ski 15 cal, 15 squats)': whether a bracket of rounds opens between what stands
    before and a phrase."""
    between = read.phrases[here[-1] + 1 : index] if here and index in read.bracketed else ()
    return any((one.kind, after.kind) == ("rounds", "open") for one, after in itertools.pairwise(between))
