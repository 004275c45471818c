"""What a clock holds, with arithmetic for answers: stretches of its minutes, what fills the time that is
left, intervals in brackets, places by turns; and the same boards said in two ways."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.reading import read_workout

MOVEMENTS = st.sampled_from(("pull-up", "push-up", "air squat", "burpee", "sit-up"))
EXAMPLES = settings(max_examples=50, deadline=None)


def asked(text: str) -> list[tuple[str, int, float, float, float]]:
    """What is asked of everybody, in order: movement, repetitions, metres, calories, seconds."""
    return [
        (one.movement, one.reps, one.distance_m or 0, one.calories or 0, one.seconds or 0)
        for one in read_workout(text).works
    ]


class Stretches(TestCase):
    @EXAMPLES
    @given(st.lists(st.integers(2, 9), min_size=2, max_size=4), st.integers(3, 12), MOVEMENTS, st.booleans())
    def test_each_is_done_as_often_as_it_lasts(self, sizes, count, name, one_line):
        if sum(sizes) > 30:
            sizes = sizes[:2]
        ends = [sum(sizes[: place + 1]) for place in range(len(sizes))]
        said = [f"{end - size + 1}-{end}" for size, end in zip(sizes, ends, strict=True)]
        counts = [count + place for place in range(len(sizes))]
        if one_line:
            listed = ", ".join(f"min {span} {many} {name}s" for span, many in zip(said, counts, strict=True))
            text = f"EMOM {ends[-1]}: {listed}"
        else:
            rows = (f"min {span}: {many} {name}s" for span, many in zip(said, counts, strict=True))
            text = f"EMOM {ends[-1]}\n" + "\n".join(rows)
        wanted = [many * size for many, size in zip(counts, sizes, strict=True)]
        self.assertEqual(wanted, [reps for _, reps, *_ in asked(text)], text)

    def test_stretches_with_a_gap_are_none(self):
        """Minutes that do not follow each other say nothing of how often; nothing is multiplied by them."""
        for text in ("EMOM 12\nmin 1-4: 5 burpees\nmin 6-12: 5 push-ups", "EMOM 9: min 2-4 5 burpees"):
            self.assertFalse(any(reps in (20, 35, 15) for _, reps, *_ in asked(text)), text)


class TimeLeft(TestCase):
    @EXAMPLES
    @given(
        st.integers(2, 6),
        st.integers(2, 10),
        st.integers(1, 8),
        st.sampled_from(
            ("then AMRAP", "then AMRAP:", "Then AMRAP in remaining time of", "In the remaining time, AMRAP:")
        ),
        st.sampled_from(("Every {0} min x {1}", "{1} rounds, {0} min on 1 min off", "{1} x {0} min AMRAP")),
    )
    def test_what_stands_before_is_done_once_each_time(self, times, minutes, metres, then, clock):
        minutes = max(minutes, 3)
        text = f"{clock.format(minutes, times)}\n{metres * 50} m run\n{then}\n7 burpees\n9 sit-ups"
        run, burpee, sit_up = read_workout(text).works
        self.assertEqual((metres * 50 * times, "buy-in"), (run.distance_m, run.role), text)
        self.assertEqual(0, burpee.reps % (7 * times))
        self.assertEqual(burpee.reps // 7, sit_up.reps // 9)
        self.assertTrue(burpee.reps_estimated and sit_up.reps_estimated)

    @EXAMPLES
    @given(st.integers(6, 20), st.integers(1, 10), st.integers(5, 40))
    def test_more_before_leaves_no_more_for_the_rest(self, minutes, way, more):
        """The rounds of a piece fall, or stay, as its buy-in grows."""
        rounds = [
            read_workout(f"AMRAP {minutes}\nbuy-in: {metres} m run\n5 burpees\n10 air squats").works[1].reps
            for metres in (way * 50, (way + more) * 50)
        ]
        self.assertGreaterEqual(rounds[0], rounds[1])

    def test_a_list_after_sets_of_a_lift_takes_none_of_them(self):
        lift, *others = read_workout(
            "Deadlift 5-5-5\n\n15 min on the clock\nbuy in 1 km row\nthen AMRAP: 10 swings, 10 sit-ups"
        ).works
        self.assertEqual(("", 15), (lift.role, lift.reps))
        self.assertEqual("buy-in", others[0].role)


class Intervals(TestCase):
    @EXAMPLES
    @given(
        st.integers(3, 15),
        st.integers(10, 59),
        st.integers(1, 2),
        st.integers(0, 59),
        st.sampled_from(("row", "bike", "ski")),
        st.sampled_from((("all out", "easy"), ("hard", "off"), ("", ""))),
    )
    def test_times_in_brackets_are_work_and_rest(self, times, on_s, minutes, seconds, name, said):
        hard, easy = said
        text = f"{name} {times} x ({on_s} s {hard} / {minutes}:{seconds:02} {easy})"
        (work,) = read_workout(text).works
        (part,) = read_workout(text).parts
        self.assertEqual(times * on_s, work.seconds, text)
        self.assertEqual((on_s, minutes * 60 + seconds), (part.format.work_s, part.format.rest_s))

    @EXAMPLES
    @given(st.integers(2, 5), st.integers(2, 9), st.integers(2, 16))
    def test_sets_of_distances_are_all_of_them(self, sets, times, way):
        whole = asked(f"{sets * times} x {way * 50} m run")
        for text in (f"{sets} sets of {times} x {way * 50} m run", f"{sets} x {times} x {way * 50} m run"):
            self.assertEqual(whole, asked(text), text)

    @EXAMPLES
    @given(st.integers(2, 12), st.integers(2, 20), st.integers(5, 15), st.sampled_from((":", " ")))
    def test_lists_that_alternate_share_the_intervals(self, half, first, second, sign):
        rounds = 2 * half
        text = (
            f"2:00 on / 1:00 off x {rounds}\nAlternate between:\nA) {first} wall balls\nB) {second} cal row"
        )
        ball, row = asked(text)
        self.assertEqual((first * half, second * half), (ball[1], row[3]), text)


class SaidOtherwise(TestCase):
    @EXAMPLES
    @given(st.integers(2, 6), st.integers(2, 20), st.integers(1, 8))
    def test_ways_in_turn_are_each_done_so_often(self, times, first, second):
        (one, other) = asked(f"Row {times} x ({first * 50} m easy, {second * 50} m hard)")
        self.assertEqual(
            ("row", times * first * 50, "row", times * second * 50), (one[0], one[2], other[0], other[2])
        )

    @EXAMPLES
    @given(st.lists(st.integers(1, 4), min_size=2, max_size=4), st.integers(1, 3), st.data())
    def test_sets_in_turn_have_their_loads(self, sizes, count, data):
        sizes[0] += max(0, 3 - sum(sizes))
        loads = data.draw(
            st.lists(st.integers(10, 18).map(lambda load: load * 5), min_size=len(sizes), max_size=len(sizes))
        )
        turns = ", ".join(
            f"{size} {'sets ' if place == 0 else ''}at {load}"
            for place, (size, load) in enumerate(zip(sizes, loads, strict=True))
        )
        (clean,) = read_workout(f"EMOM {sum(sizes)}: {count} power cleans. {turns}%").works
        wanted = [float(load) for size, load in zip(sizes, loads, strict=True) for _ in range(size)]
        self.assertEqual((wanted, sum(sizes) * count), (list(clean.percents), clean.reps))

    @EXAMPLES
    @given(st.integers(5, 60), st.sampled_from(("L", "left")), st.sampled_from((",", " +", " and")))
    def test_both_sides_in_turn_are_each_side(self, metres, side, joint):
        other = {"L": "R", "left": "right"}[side]
        told = asked(f"{metres} m suitcase carry {side}{joint} {metres} m {other}")
        self.assertEqual([("suitcase-carry", 0, 2 * metres, 0, 0)], told)

    @EXAMPLES
    @given(st.integers(2, 5), st.integers(3, 20), st.integers(3, 20), MOVEMENTS)
    def test_do_it_again_is_so_many_rounds(self, times, first, second, name):
        listed = f"{first} {name}s, {second} box jumps"
        rounds = asked(f"{times} rounds: {listed}")
        for again in (f"{listed}. Do that {times} times.", f"{listed}\nRepeat {times - 1} more times"):
            if times > 2 or "more" not in again:
                self.assertEqual(rounds, asked(again), again)

    @EXAMPLES
    @given(st.integers(2, 6), st.integers(2, 6), st.integers(2, 5), st.integers(2, 6))
    def test_days_within_a_line_are_days(self, sets, count, more, others):
        days = (
            ("Monday", f"back squat {sets} x {count}"),
            ("Thursday", f"bench press {more} x {others}, then row 2 km"),
        )
        apart = read_workout("\n".join(f"{day}: {work}" for day, work in days))
        within = read_workout("Hello all. " + ". ".join(f"{day}: {work}" for day, work in days))
        for workout in (apart, within):
            self.assertEqual(["Monday", "Thursday"], [part.name for part in workout.parts][:2])
        self.assertEqual(*([(one.movement, one.reps) for one in each.works] for each in (apart, within)))


class NothingLost(TestCase):
    def test_a_try_at_what_nobody_knows_is_handed_back(self):
        for text in ("max cal zork", "3 rounds\n10 burpees\nremaining time: max cal zork", "max reps zork"):
            self.assertTrue(any("zork" in one.text for one in read_workout(text).unread), text)

    def test_a_machine_nobody_names_offers_three(self):
        for text in (
            "AMRAP 12\n15 cal machine\n10 burpees",
            "10 burpees\n500 m any erg",
            "12 cal erg of choice",
        ):
            (unread,) = read_workout(text).unread
            self.assertEqual(("row", "bike", "ski"), unread.candidates, text)

    @EXAMPLES
    @given(st.integers(2, 6), st.integers(2, 8), st.sampled_from((5, 6.5, 7, 8, 8.5, 9.5, 10)))
    def test_small_numbers_behind_an_at_are_efforts(self, sets, count, effort):
        (squat,) = read_workout(f"Front squat {sets} x {count} @ {effort:g}").works
        self.assertEqual((None, sets * count), (squat.load_kg, squat.reps))
