"""Instants and clocks, on days on which the clocks change too."""

from __future__ import annotations

import datetime
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st

from core.week.clock import clock_minutes, clock_words, date_there, day_of, instant_of

LONDON, NEW_YORK = ZoneInfo("Europe/London"), ZoneInfo("America/New_York")


class ClockTest(TestCase):
    def test_times_as_they_are_written(self):
        for written, minutes in {
            "9:05": 545,
            "09.05": 545,
            "9h05": 545,
            "0930": 570,
            "9am": 540,
            "12 am": 0,
            "12:15 pm": 735,
            "2:40 PM": 880,
            "15h20": 920,
            "23:59": 1439,
            "00:00": 0,
        }.items():
            self.assertEqual(clock_minutes(written), minutes, written)
        for written in ("", "9", "25:00", "9:60", "13 pm", "0 am", "soon", "2460", "9:05:30"):
            self.assertIsNone(clock_minutes(written), written)

    def test_a_weekend_on_which_the_clocks_go_back(self):
        """Europe/London, 25 October 2026, 02:00 summer time is 01:00 again: from Saturday 23:00 to Sunday
        09:00 are eleven hours, by hand."""
        saturday, sunday = datetime.date(2026, 10, 24), datetime.date(2026, 10, 25)
        night = instant_of(saturday, 23 * 60, LONDON)
        morning = instant_of(sunday, 9 * 60, LONDON)
        self.assertEqual(morning - night, 11 * 3600)
        self.assertEqual((clock_words(night, LONDON), clock_words(morning, LONDON)), ("23:00", "09:00"))
        self.assertEqual(morning, 1_792_918_800)  # 2026-10-25T09:00:00Z

    def test_a_morning_on_which_they_go_forward(self):
        """America/New_York, 8 March 2026: 02:30 is not there; it moves on to 03:30."""
        day = datetime.date(2026, 3, 8)
        self.assertEqual(clock_words(instant_of(day, 150, NEW_YORK), NEW_YORK), "03:30")
        self.assertEqual(instant_of(day, 240, NEW_YORK) - instant_of(day, 60, NEW_YORK), 2 * 3600)

    @given(st.dates(datetime.date(2020, 1, 1), datetime.date(2035, 1, 1)), st.integers(0, 1439))
    def test_an_instant_shows_its_own_clock(self, date, minutes):
        for zone in (LONDON, NEW_YORK, ZoneInfo("Pacific/Kiritimati"), ZoneInfo("UTC")):
            instant = instant_of(date, minutes, zone)
            there = datetime.datetime.fromtimestamp(instant, zone)
            back = there.astimezone(datetime.UTC).astimezone(zone)
            shown = back.hour * 60 + back.minute
            self.assertTrue(shown == minutes or shown == minutes + 60 or date != date_there(instant, zone))

    def test_days_by_their_names(self):
        friday = datetime.date(2026, 11, 27)
        self.assertEqual(day_of("", friday, 3), friday)
        self.assertEqual(day_of("Sat", friday, 3), datetime.date(2026, 11, 28))
        self.assertEqual(day_of("day 3", friday, 3), datetime.date(2026, 11, 29))
        self.assertEqual(day_of("2026-11-28", friday, 3), datetime.date(2026, 11, 28))
        for written in ("Mon", "2026-12-05", "whenever", "day 9"):
            self.assertIsNone(day_of(written, friday, 3), written)
