"""Calendars and weeks by somebody who wants to stop the server: each refused in words, or read, in good
time.

The rules are held against dateutil's own walk from the event's first day, which knows nothing of our
shortcut.
"""

import datetime
import time
import unittest

from dateutil.rrule import rrulestr
from hypothesis import given, settings
from hypothesis import strategies as st
from icalendar import Calendar

from core.errors import UnusableText
from core.reading import read_workout
from core.week import read_calendar, read_week
from core.week.rules import followed

MONDAY, SUNDAY = datetime.date(2026, 11, 30), datetime.date(2026, 12, 6)
LIMIT_S = 2.0  # the better of two runs, as the machine may be busy; alone the slowest takes under one
START = "DTSTART:20261201T060000"
OLD = "DTSTART:19970101T060000"


def calendar(*events: str) -> str:
    inside = "".join(
        f"BEGIN:VEVENT\r\nUID:{number}\r\nSUMMARY:x\r\n{event}\r\nEND:VEVENT\r\n"
        for number, event in enumerate(events)
    )
    return f"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n{inside}END:VCALENDAR\r\n"


def numbers(most: int) -> str:
    return ",".join(map(str, range(most)))


REFUSED = {
    "no interval": (calendar(f"{START}\r\nRRULE:FREQ=DAILY;INTERVAL=0"), "every 0"),
    "every second": (calendar(f"{OLD}\r\nRRULE:FREQ=SECONDLY"), "secondly"),
    "every second by the day": (
        calendar(f"{OLD}\r\nRRULE:FREQ=DAILY;COUNT=9;BYSECOND={numbers(60)};BYMINUTE={numbers(60)}"),
        "takes too long",
    ),
    "since 1970": (calendar("DTSTART:19700101T060000\r\nRRULE:FREQ=DAILY"), "starts in 1970"),
    "counted from long ago": (calendar(*[f"{OLD}\r\nRRULE:FREQ=DAILY;COUNT=20000"] * 400), "takes too long"),
    "30 February": (calendar(f"{OLD}\r\nRRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30"), "may never come"),
    "the sixth Monday": (calendar(f"{OLD}\r\nRRULE:FREQ=MONTHLY;BYDAY=MO;BYSETPOS=6"), "may never come"),
    "a number without end": (calendar(f"{START}\r\nRRULE:FREQ=DAILY;COUNT={'9' * 5000}"), "cannot be read"),
    "no date": (calendar("DTSTART:soon"), "cannot be read"),
    "two starts": (calendar(f"{START}\r\n{START}"), "cannot be read"),
    "two rules": (calendar(f"{START}\r\nRRULE:FREQ=DAILY\r\nRRULE:FREQ=WEEKLY"), "cannot be read"),
    "an empty rule": (calendar(f"{START}\r\nRRULE:"), "repeats"),
    "no such zone": (calendar("DTSTART;TZID=Mars/Olympus:20261201T060000"), "Mars/Olympus"),
    "events without end": ("BEGIN:VEVENT\r\n" * 100_000, "100,000 events"),
    "events that never end": ("BEGIN:VEVENT\nDTSTART:20261201T060000\n" * 40_000, "40,000 events"),
    "dates without end": (calendar(f"{START}\r\nRDATE:{','.join(['20261203T060000'] * 60_000)}"), "1 events"),
    "calendars in calendars": ("BEGIN:VCALENDAR\r\n" * 20_000, "no event"),
    "not text": ("\x00\x01PK" * 5000, "iCalendar"),
}
WEEKS = {
    "brackets": "[" * 40_000,
    "a number without end": '[{"date": ' + "9" * 6000,
    "a cell too large": 'date,text\n2026-12-01,"' + "x" * 140_000,
    "year 1 to year 9999": "0001-01-01\n5 burpees\n9999-12-31\n5 burpees",
    "two years": "2026-01-01\n5 burpees\n2027-12-31\n5 burpees",
    "thousands of days": "Monday\n5 burpees\n" * 3000,
}


class Hostile(unittest.TestCase):
    def assert_soon(self, job, words: str, name: str):
        """Refused with these words, before anybody notices."""
        taken = []
        while len(taken) < 2 and (not taken or taken[0] >= LIMIT_S):
            started = time.perf_counter()
            with self.assertRaises(UnusableText, msg=name) as refused:
                job()
            taken.append(time.perf_counter() - started)
        self.assertIn(words, str(refused.exception), name)
        self.assertLess(len(str(refused.exception)), 300, name)
        self.assertLess(min(taken), LIMIT_S, name)

    def test_a_calendar_that_would_never_end_is_refused(self):
        """Each kind, in words, and soon."""
        for name, (text, words) in REFUSED.items():
            self.assert_soon(
                lambda text=text: read_calendar(text, MONDAY, SUNDAY, "Europe/Dublin"), words, name
            )

    def test_a_week_that_cannot_be_meant_is_refused(self):
        """Broken JSON and tables, days centuries apart, and thousands of days."""
        for name, text in WEEKS.items():
            self.assert_soon(lambda text=text: read_week(text, MONDAY), "", name)

    def test_a_year_of_single_classes_is_read(self):
        """What a calendar exports class by class: 18,000 events, of which the week's are taken, soon."""
        days = [MONDAY - datetime.timedelta(days=number % 360) for number in range(18_000)]
        text = calendar(*(f"DTSTART:{day:%Y%m%d}T{number % 24:02}0000" for number, day in enumerate(days)))
        started = time.perf_counter()
        self.assertEqual(
            {one.starts_at.date() for one in read_calendar(text, MONDAY, SUNDAY, "UTC")}, {MONDAY}
        )
        self.assertLess(time.perf_counter() - started, LIMIT_S)

    def test_a_pattern_of_letters_is_no_trap(self):
        """500 letters without a time are refused at once; they took for ever once."""
        from core.week import read_pattern

        for text in ("a" * 500, "mon tue " * 60 + "x", "mon" * 160):
            self.assert_soon(
                lambda text=text: read_pattern(text, MONDAY, SUNDAY, "UTC"), "names no days", text[:9]
            )

    def test_a_board_too_long_for_a_day_says_which_limit(self):
        """Size, lines, parts, work and movements each have their own words; a long day stays under all."""
        boards = {
            "kB": "5 burpees " * 2100,
            "lines": "\n" * 401 + "5 burpees",
            "parts": "\n".join(f"{chr(65 + n % 26)}{n}) 5 rounds\n5 burpees" for n in range(41)),
            "pieces of work": "\n".join(["5 burpees", "9 thrusters"] * 36),
        }
        for words, text in boards.items():
            self.assert_soon(lambda text=text: read_workout(text), words, words)
        long_day = "\n\n".join(
            f"{part}) 3 rounds\n10 burpees\n12 thrusters 40 kg\n200 m run" for part in "ABCDEFGH"
        )
        self.assertEqual(len(read_workout(long_day).parts), 8)


class Rules(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(
        st.sampled_from(["DAILY", "WEEKLY", "MONTHLY", "YEARLY"]),
        st.integers(1, 5),
        st.dates(datetime.date(1998, 1, 1), datetime.date(2027, 1, 1)),
        st.sets(st.sampled_from(["MO", "TU", "WE", "TH", "FR", "SA", "SU"]), max_size=4),
        st.sets(st.integers(1, 12), max_size=3),
        st.one_of(st.none(), st.integers(1, 400)),
    )
    def test_the_shortcut_finds_what_the_long_way_finds(self, frequency, interval, day, days, months, count):
        """Any rule of a class: the moments of the week are those of dateutil's walk from the first day."""
        written = f"FREQ={frequency};INTERVAL={interval}"
        written += f";BYDAY={','.join(sorted(days))}" if days else ""
        written += f";BYMONTH={','.join(map(str, sorted(months)))}" if months else ""
        written += f";COUNT={count}" if count else ""
        wall = datetime.datetime.combine(day, datetime.time(6, 15))
        early, late = datetime.datetime(2026, 11, 28), datetime.datetime(2026, 12, 8)
        event = Calendar.from_ical(calendar(f"DTSTART:{wall:%Y%m%dT%H%M%S}\r\nRRULE:{written}"))
        rule, steps = followed(event.walk("VEVENT")[0]["RRULE"], wall, early, late)
        whole = rrulestr(written, dtstart=wall)
        self.assertEqual(rule.between(early, late, inc=True), whole.between(early, late, inc=True))
        self.assertGreater(steps, 0)
