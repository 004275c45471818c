"""When a class goes out and when somebody is told, against times worked out by hand."""

import datetime
import unittest
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st

from core.week.sending import LEAD, Quiet, evening_before, hours_before, local, tell_at, time_words

DUBLIN, NEW_YORK, KIRITIMATI = map(ZoneInfo, ("Europe/Dublin", "America/New_York", "Pacific/Kiritimati"))
UTC = datetime.UTC


def at(text: str) -> datetime.datetime:
    return datetime.datetime.fromisoformat(text).replace(tzinfo=UTC)


def clock(text: str) -> datetime.time:
    return datetime.time.fromisoformat(text)


class Due(unittest.TestCase):
    def test_the_evening_before_by_the_gyms_own_calendar(self):
        """Written down before. Kiritimati is 14 h ahead of UTC: a class there on Tuesday 06:15 is Monday
        16:15 in UTC, and its evening before is Monday 19:00 there, 05:00 in UTC."""
        cases = (
            ("2026-11-03T18:15", DUBLIN, "19:00", "2026-11-02T19:00"),
            ("2026-07-07T05:15", DUBLIN, "19:00", "2026-07-06T18:00"),
            ("2026-11-02T16:15", KIRITIMATI, "19:00", "2026-11-02T05:00"),
            ("2026-11-03T11:15", NEW_YORK, "20:30", "2026-11-03T01:30"),
        )
        for starts, zone, evening, due in cases:
            self.assertEqual(evening_before(at(starts), clock(evening), zone), at(due), (starts, zone))

    def test_a_time_the_clocks_skip_moves_forward_and_a_doubled_one_is_the_first(self):
        """New York 2026 (tz database): 8 March 02:00 becomes 03:00, so 02:30 is 03:30 EDT, 07:30 UTC;
        1 November 01:30 comes twice, first as EDT, 05:30 UTC. Dublin: 29 March 01:00 becomes 02:00."""
        self.assertEqual(local(datetime.date(2026, 3, 8), clock("02:30"), NEW_YORK), at("2026-03-08T07:30"))
        self.assertEqual(local(datetime.date(2026, 11, 1), clock("01:30"), NEW_YORK), at("2026-11-01T05:30"))
        self.assertEqual(local(datetime.date(2026, 3, 29), clock("01:30"), DUBLIN), at("2026-03-29T01:30"))
        self.assertEqual(local(datetime.date(2026, 10, 25), clock("01:30"), DUBLIN), at("2026-10-25T00:30"))

    def test_hours_are_hours_that_pass(self):
        """Twelve before a class after the clocks went back are twelve, not what the wall shows."""
        self.assertEqual(hours_before(at("2026-11-01T12:00"), 12), at("2026-11-01T00:00"))

    def test_a_time_in_words(self):
        self.assertEqual(
            time_words("2026-11-03T18:15:00+00:00", "Europe/Dublin"), "Tuesday 3 November, 18:15"
        )


class Told(unittest.TestCase):
    night = Quiet(clock("21:00"), clock("07:00"), DUBLIN)

    def test_by_hand(self):
        """wanted, now, class -> told. Outside quiet hours: as wanted. In them: when they end, if that leaves
        half an hour; else before they began; else not at all."""
        cases = (
            ("2026-11-02T19:00", "2026-11-02T18:00", "2026-11-03T18:15", "2026-11-02T19:00"),
            ("2026-11-02T22:00", "2026-11-02T18:00", "2026-11-03T18:15", "2026-11-03T07:00"),
            ("2026-11-03T04:15", "2026-11-02T18:00", "2026-11-03T06:15", "2026-11-02T20:50"),
            ("2026-11-03T04:15", "2026-11-02T20:55", "2026-11-03T06:15", "2026-11-02T20:55"),
            ("2026-11-03T04:15", "2026-11-02T23:30", "2026-11-03T06:15", None),
            ("2026-11-03T06:50", "2026-11-03T06:50", "2026-11-03T07:20", None),
            ("2026-11-03T06:50", "2026-11-03T06:50", "2026-11-03T07:30", "2026-11-03T07:00"),
            ("2026-11-02T19:00", "2026-11-02T20:00", "2026-11-03T18:15", "2026-11-02T20:00"),
        )
        for wanted, now, starts, told in cases:
            found = tell_at(at(wanted), at(now), at(starts), self.night)
            self.assertEqual(found, at(told) if told else None, (wanted, now, starts))
        nearly_always = Quiet(datetime.time(8), datetime.time(7, 55), DUBLIN)
        self.assertEqual(
            tell_at(at("2026-11-03T09:00"), at("2026-11-03T07:20"), at("2026-11-03T10:00"), nearly_always),
            at("2026-11-03T07:55"),
            "ten minutes before the night is the night before",
        )
        self.assertEqual(
            tell_at(at("2026-11-03T04:15"), at("2026-11-02T18:00"), at("2026-11-03T06:15"), None),
            at("2026-11-03T04:15"),
        )

    @given(
        st.datetimes(datetime.datetime(2026, 1, 1), datetime.datetime(2027, 12, 31)),
        st.integers(0, 72 * 60),
        st.integers(0, 72 * 60),
        st.times(),
        st.times(),
        st.sampled_from((DUBLIN, NEW_YORK, KIRITIMATI, ZoneInfo("Asia/Kathmandu"))),
    )
    def test_never_in_quiet_hours_never_in_the_past_and_never_too_late(
        self, now, ahead, class_in, begins, ends, zone
    ):
        """Whatever is asked: whoever is told is told now or later, outside quiet hours as read off the wall
        clock in that zone, and where it was put off, half an hour before class at the least."""
        now = now.replace(tzinfo=UTC)
        wanted = now + datetime.timedelta(minutes=ahead)
        starts = wanted + datetime.timedelta(minutes=class_in)
        told = tell_at(wanted, now, starts, Quiet(begins, ends, zone))
        if told is None:
            return
        self.assertGreaterEqual(told, now)
        if told > wanted:
            self.assertLessEqual(told, starts - LEAD)
        wall = told.astimezone(zone).time().replace(tzinfo=None)
        over = ends < begins
        inside = (begins <= wall or wall < ends) if over else begins <= wall < ends
        near_change = (
            told.astimezone(zone).utcoffset()
            != (told - datetime.timedelta(hours=26)).astimezone(zone).utcoffset()
        )
        self.assertFalse(inside and begins != ends and not near_change, (told, wall))
