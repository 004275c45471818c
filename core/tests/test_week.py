"""A week out of a text, a table or JSON, and class times out of a calendar or a pattern."""

import datetime
import unittest
from zoneinfo import ZoneInfo

from hypothesis import given, settings
from hypothesis import strategies as st
from icalendar import Calendar, Event

from core.errors import UnusableText
from core.week import read_calendar, read_pattern, read_week
from core.week.dates import date_of
from core.week.days import write_week
from core.week.values import DayText

MONDAY = datetime.date(2026, 11, 30)
ZONES = ("Europe/London", "Pacific/Auckland", "America/St_Johns")


def days(text, monday=MONDAY):
    return [(day.date.isoformat(), day.title, day.text) for day in read_week(text, monday).days]


class Text(unittest.TestCase):
    def test_day_headings_as_coaches_write_them(self):
        """Names, short names, dates in several orders, titles, stars and day numbers all start a day."""
        for heading, date in (
            ("Monday", "2026-11-30"),
            ("TUE", "2026-12-01"),
            ("** Wed 2 Dec **", "2026-12-02"),
            ("Thursday, December 3rd", "2026-12-03"),
            ("# Fri 4/12", "2026-12-04"),
            ("2026-12-05", "2026-12-05"),
            ("Sun 6", "2026-12-06"),
            ("Day 2", "2026-12-01"),
            ("Thurs 3.12.2026", "2026-12-03"),
            ("sat:", "2026-12-05"),
            ("💪 Monday 30 November", "2026-11-30"),
        ):
            with self.subTest(heading):
                self.assertEqual(days(f"{heading}\n10 burpees"), [(date, "", "10 burpees")])

    def test_titles_stand_behind_the_day(self):
        """'Mon: Slow start' and 'Tue 1 Dec - Ring day' name the session."""
        self.assertEqual(
            days("Mon: Slow start\n10 burpees\nTue 1 Dec - Ring day\n5 ring rows"),
            [("2026-11-30", "Slow start", "10 burpees"), ("2026-12-01", "Ring day", "5 ring rows")],
        )

    def test_names_without_dates_follow_the_dates_around_them(self):
        """'Tuesday' after 'Monday 7 December' is the eighth, whatever week is open on the screen."""
        self.assertEqual(
            [day[0] for day in days("Monday 7 December\n1 burpee\nTuesday\n2 burpees\nWed\n3 burpees")],
            ["2026-12-07", "2026-12-08", "2026-12-09"],
        )

    def test_what_belongs_to_no_day_is_handed_back(self):
        """Lines before the first day, and days with nothing under them, come back with their line."""
        week = read_week("Programme 49\nMon\n10 burpees\nTue\n\nWed\n5 lunges", MONDAY)
        self.assertEqual(
            [(one.line, one.reason) for one in week.troubles],
            [(1, "it stands before the first day"), (4, "nothing is written under this day")],
        )
        self.assertEqual(len(week.days), 2)

    def test_two_sessions_on_one_day_are_two(self):
        """The same day named twice gives two sessions."""
        self.assertEqual(len(days("Mon: early\n10 burpees\nMon: late\n5 lunges")), 2)

    def test_a_line_of_the_workout_is_no_day(self):
        """'sun salutations' or '3 rounds' never start a day."""
        self.assertEqual(
            days("Sat\nsun salutations x 5\nwednesday is far away, keep some")[0][2],
            "sun salutations x 5\nwednesday is far away, keep some",
        )

    def test_no_day_no_use(self):
        """Empty, binary, too long, and dayless input each get their own words."""
        for text, words in (
            ("", "nothing to read"),
            ("10 burpees", "No day could be found"),
            ("a\x00b", "binary"),
            ("Mon\n" + "x" * 500_000, "longer than"),
        ):
            with self.assertRaisesRegex(UnusableText, words):
                read_week(text, MONDAY)

    @settings(max_examples=60, deadline=None)
    @given(
        st.lists(
            st.tuples(
                st.integers(0, 6),
                st.sampled_from(["", "Slow start", "Two: parts"]),
                st.sampled_from(["10 burpees", "A) squat 5x5\n\nB) 200 m run"]),
            ),
            min_size=1,
            max_size=8,
        )
    )
    def test_a_week_written_reads_back_the_same(self, rows):
        """read_week(write_week(days)) gives the same days."""
        week = tuple(
            DayText(MONDAY + datetime.timedelta(days=day), title, text, 1) for day, title, text in rows
        )
        found = read_week(write_week(week), MONDAY).days
        self.assertEqual(
            [(day.date, day.title, day.text) for day in found],
            [(day.date, day.title, day.text) for day in week],
        )


class Tables(unittest.TestCase):
    def test_csv_with_commas_semicolons_or_tabs(self):
        """A date and a text column are enough; quoted texts keep their lines; bad rows say which and why."""
        for mark in (",", ";", "\t"):
            table = (
                f'date{mark}title{mark}text\n2026-12-01{mark}One{mark}"A) squat 5x5\nB) 200 m run"\n'
                f"Wed{mark}Two{mark}10 burpees\nnever{mark}Bad{mark}5 lunges\n"
                f"2026-12-04{mark}Empty{mark}\n"
            )
            week = read_week(table, MONDAY)
            self.assertEqual(
                [(day.date.isoformat(), day.title, day.text) for day in week.days],
                [("2026-12-01", "One", "A) squat 5x5\nB) 200 m run"), ("2026-12-02", "Two", "10 burpees")],
            )
            self.assertEqual([one.line for one in week.troubles], [4, 5])
            self.assertIn("no date or day", week.troubles[0].reason)

    def test_json_lists_and_objects(self):
        """A list, or {"sessions": [...]}; entries without a date or a text are handed back; broken JSON
        says where."""
        for body in (
            '[{"date": "2026-12-01", "title": "One", "text": "10 burpees"}, {"text": "x"}]',
            '{"sessions": [{"date": "Tue", "title": "One", "text": "10 burpees"}, 7]}',
        ):
            week = read_week(body, MONDAY)
            self.assertEqual(
                [(day.date.isoformat(), day.title) for day in week.days], [("2026-12-01", "One")]
            )
            self.assertEqual(len(week.troubles), 1)
        with self.assertRaisesRegex(UnusableText, "line 1, column"):
            read_week("[{]", MONDAY)

    def test_dates_in_a_cell(self):
        """Day first where both orders give a date; the order that fits where only one does."""
        self.assertEqual(date_of("3/12", MONDAY), datetime.date(2026, 12, 3))
        self.assertEqual(date_of("12/25/2026", MONDAY), datetime.date(2026, 12, 25))
        self.assertIsNone(date_of("soon", MONDAY))


def calendar(*events: dict) -> bytes:
    found = Calendar()
    found.add("prodid", "-//tests//")
    found.add("version", "2.0")
    for number, fields in enumerate(events):
        event = Event()
        event.add("uid", fields.pop("uid", str(number)))
        for name, value in fields.items():
            event.add(name.replace("_", "-"), value)
        found.add_component(event)
    return found.to_ical()


class Times(unittest.TestCase):
    def test_repeating_classes_keep_their_hour_over_a_change_of_clocks(self):
        """06:15 every Monday stays 06:15 on the wall in three time zones, before and after the clocks
        change."""
        for name in ZONES:
            zone = ZoneInfo(name)
            start = datetime.datetime(2026, 3, 2, 6, 15, tzinfo=zone)
            raw = calendar({"dtstart": start, "summary": "Early", "rrule": {"freq": "weekly", "count": 40}})
            found = read_calendar(raw, datetime.date(2026, 3, 1), datetime.date(2026, 11, 30), name)
            self.assertEqual(len(found), 40)
            self.assertEqual(
                {one.starts_at.astimezone(zone).strftime("%a %H:%M") for one in found}, {"Mon 06:15"}
            )
            self.assertGreater(
                len({one.starts_at.utcoffset() for one in found}), 1, f"no change of clocks in {name}"
            )

    def test_exceptions_cancelled_and_all_day_events(self):
        """EXDATE takes one out, a changed instance replaces its own, cancelled and all-day events are no
        classes."""
        zone = ZoneInfo("Europe/London")

        def at(day, hour=6, minute=15):
            return datetime.datetime(2026, 12, day, hour, minute, tzinfo=zone)

        raw = calendar(
            {
                "uid": "a",
                "dtstart": at(1),
                "summary": "Class",
                "rrule": {"freq": "daily", "count": 5},
                "exdate": [at(3)],
            },
            {"uid": "a", "dtstart": at(2, 7, 0), "summary": "Class, later", "recurrence_id": at(2)},
            {"uid": "b", "dtstart": at(4, 18), "summary": "Off", "status": "CANCELLED"},
            {"uid": "c", "dtstart": datetime.date(2026, 12, 4), "summary": "Holiday"},
        )
        found = [
            one.starts_at.strftime("%d %H:%M")
            for one in read_calendar(
                raw, datetime.date(2026, 12, 1), datetime.date(2026, 12, 7), "Europe/London"
            )
        ]
        self.assertEqual(found, ["01 06:15", "02 07:00", "04 06:15", "05 06:15"])

    def test_a_time_without_a_zone_is_the_gyms_own(self):
        """A floating 06:15 is 06:15 at the gym."""
        raw = calendar({"dtstart": datetime.datetime(2026, 12, 1, 6, 15), "summary": "Class"})
        found = read_calendar(raw, MONDAY, datetime.date(2026, 12, 6), "Pacific/Auckland")
        self.assertEqual(found[0].starts_at.isoformat(), "2026-12-01T06:15:00+13:00")

    def test_no_calendar_and_no_event_in_these_days(self):
        """Both are said in words."""
        for raw, words in (
            (b"hello", "no iCalendar"),
            (calendar({"dtstart": datetime.datetime(2025, 1, 1, 6)}), "no event from"),
        ):
            with self.assertRaisesRegex(UnusableText, words):
                read_calendar(raw, MONDAY, datetime.date(2026, 12, 6), "UTC")

    def test_weekly_patterns(self):
        """Ranges, lists, words and halves of the day."""

        def found(text):
            return [
                one.starts_at.strftime("%a %H:%M")
                for one in read_pattern(text, MONDAY, datetime.date(2026, 12, 6), "Europe/London")
            ]

        self.assertEqual(
            found("Mon-Wed 06:15 17:30; Sat 9:00"),
            ["Mon 06:15", "Mon 17:30", "Tue 06:15", "Tue 17:30", "Wed 06:15", "Wed 17:30", "Sat 09:00"],
        )
        self.assertEqual(found("Tuesdays and Thursdays 6.15pm"), ["Tue 18:15", "Thu 18:15"])
        self.assertEqual(found("weekends 10:00"), ["Sat 10:00", "Sun 10:00"])
        self.assertEqual(found("Sat-Mon 8:00"), ["Mon 08:00", "Sat 08:00", "Sun 08:00"])
        for text, words in (
            ("Mon", "names no days and times"),
            ("Funday 06:15", "names no days"),
            ("Mon 25:00", "no time that can be read"),
        ):
            with self.assertRaisesRegex(UnusableText, words):
                found(text)
