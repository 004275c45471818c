"""How often things are done, with arithmetic for answers: rungs, ranges of sets, windows, turns, shares,
substitutes and rests, each over all numbers it may have."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.reading import read_workout
from core.reading.workout import Work

MOVEMENTS = st.sampled_from(("pull-up", "push-up", "air squat", "burpee", "sit-up"))


def works(text: str) -> dict[str, Work]:
    return {one.movement: one for one in read_workout(text).works}


def reps(text: str) -> list[int]:
    return [one.reps for one in read_workout(text).works]


class Rungs(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.integers(1, 5), st.integers(1, 4), st.integers(4, 9), MOVEMENTS)
    def test_dots_stand_for_the_rungs_between(self, first, step, more, name):
        rungs = [first + step * place for place in range(more + 1)]
        shown = [*rungs[:2], None, rungs[-1]]
        lines = ["..." if one is None else f"{one} {name}s\n{one} box jumps" for one in shown]
        self.assertEqual([sum(rungs)] * 2, reps("For time\n" + "\n".join(lines)))

    def test_a_suit_of_a_deck_is_what_its_cards_count(self):
        cards = [*range(2, 11), 10, 10, 10, 11]
        text = "Deck of cards\nHearts: burpees\nSpades: sit-ups\nClubs = air squats\nDiamonds = push-ups"
        self.assertEqual([sum(cards)] * 4, reps(text))


class Sets(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.integers(1, 4), min_size=2, max_size=4), st.integers(1, 5), st.data())
    def test_ranges_of_sets_share_out_the_percents(self, sizes, count, data):
        if max(sizes) == 1:
            sizes[0] = 2
        percents = data.draw(
            st.lists(st.integers(50, 90), min_size=len(sizes), max_size=len(sizes), unique=True)
        )
        ends = [sum(sizes[: place + 1]) for place in range(len(sizes))]
        rows = [
            f"{end - size + 1}-{end} @ {percent}%" if size > 1 else f"{end} @ {percent}%"
            for size, end, percent in zip(sizes, ends, percents, strict=True)
        ]
        (squat,) = read_workout(f"Back squat {ends[-1]} x {count}\n" + "\n".join(rows)).works
        wanted = [percent for size, percent in zip(sizes, percents, strict=True) for _ in range(size)]
        self.assertEqual((wanted, ends[-1] * count), (list(squat.percents), squat.reps))

    @settings(max_examples=60, deadline=None)
    @given(st.integers(2, 8), st.integers(1, 12), st.integers(1, 8), st.integers(1, 3))
    def test_a_rest_without_a_unit_is_no_repetition(self, sets, count, least, more):
        for rest in (
            f"rest {least}-{least + more}",
            f"rest {30 * least}-{30 * (least + more)}",
            f"r: {least}",
        ):
            self.assertEqual([sets * count], reps(f"Bench press {sets} x {count}, {rest}"), rest)
            self.assertEqual([sets * count], reps(f"{sets} sets, {rest}\n{count} bench press"), rest)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(40, 110), st.integers(5, 20), st.sampled_from(("21-15-9", "12-9-6-3", "30-20-10")))
    def test_a_load_beside_the_numbers_is_the_bar(self, load, less, numbers):
        pair = f"{load}/{load - less}"
        beside = works(f"{numbers}\nthrusters {pair}\npull-ups")["thruster"]
        for head, kg in ((f"{numbers} ({pair})", beside.load_kg), (f"{numbers} @ {pair} kg", load)):
            found = works(f"{head}\nthrusters\npull-ups")
            done = (found["thruster"].reps, found["thruster"].load_kg, found["pull-up"].load_kg)
            self.assertEqual((sum(map(int, numbers.split("-"))), kg, None), done, head)


class Turns(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.integers(4, 30), st.integers(1, 15), st.integers(1, 15), st.booleans())
    def test_odd_and_even_minutes_in_either_order(self, minutes, odd, even, even_first):
        odds, evens = (minutes + 1) // 2, minutes // 2
        said = [f"odd: {odd} burpees", f"even: {even} sit-ups"]
        found = works(f"EMOM {minutes}: " + "; ".join(reversed(said) if even_first else said))
        self.assertEqual((odds * odd, evens * even), (found["burpee"].reps, found["sit-up"].reps))

    @settings(max_examples=60, deadline=None)
    @given(st.integers(2, 9), st.integers(1, 15), st.integers(1, 15), st.integers(3, 6))
    def test_two_letters_alternate(self, intervals, first, second, minutes):
        text = (
            f"Every {minutes}:00 x {intervals} sets, alternating A and B\n"
            f"A: {first} burpees, 200 m run\nB: {second} sit-ups"
        )
        found = works(text)
        done = (found["burpee"].reps, found["sit-up"].reps, found["run"].distance_m)
        a, b = (intervals + 1) // 2, intervals // 2
        self.assertEqual((a * first, b * second, a * 200), done)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(2, 6), st.integers(2, 5), st.integers(1, 20))
    def test_who_shares_is_said_once_for_all_pieces(self, team, share, count):
        for head in (f"Teams of {team}, split as you like", f"In teams of {team}"):
            pieces = f"Part 1: {team * share} burpees for time\n\nPart 2: {team * count} sit-ups for time"
            self.assertEqual([share, count], reps(f"{head}\n\n{pieces}"), head)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(2, 8), st.integers(2, 9), st.integers(1, 20))
    def test_a_way_is_interrupted_as_often_as_it_holds(self, hundreds, times, count):
        way = 100 * hundreds
        found = works(f"{way * times} m row, every {way} m: {count} push-ups")
        self.assertEqual((way * times, times * count), (found["row"].distance_m, found["push-up"].reps))


class Windows(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.integers(4, 20), st.integers(4, 20))
    def test_a_window_is_as_long_as_it_says(self, first, second):
        text = f"Min 0-{first}: AMRAP 10 burpees\nMin {first}-{first + second}: AMRAP 20 wall balls"
        self.assertEqual([first, second], [part.format.minutes for part in read_workout(text).parts])

    @settings(max_examples=40, deadline=None)
    @given(st.integers(2, 5), st.integers(2, 5), st.integers(2, 6))
    def test_blocks_of_so_many_minutes_hold_so_many_intervals(self, blocks, every, times):
        rows = [f"Block {place}\nevery {every} min: {place} burpees" for place in range(1, blocks + 1)]
        text = f"{blocks} blocks of {every * times} min\n" + "\n".join(rows)
        self.assertEqual([place * times for place in range(1, blocks + 1)], reps(text))


class Substitutes(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.integers(2, 12), st.integers(2, 6), st.sampled_from((2, 3)))
    def test_so_many_times_what_they_stand_in_for(self, count, rounds, times):
        for said in (f"{times}x pull-ups", f"pull-ups x{times}", f"pull-ups ({times}x)"):
            text = f"{rounds} rounds\n{count} muscle-ups\n{count} deadlifts 100/70\nScaled: {said}"
            self.assertEqual(times * count * rounds, works(text)["pull-up"].reps, said)

    def test_what_goes_nowhere_takes_no_metres(self):
        found = works("12-9-6\nCleans 60/40\nafter each set: 200 m run\nBeginner: front squats")
        self.assertEqual((27, None), (found["front-squat"].reps, found["front-squat"].distance_m))
