"""A week at once: days out of a text, a table or JSON, and class times out of a calendar or a weekly
pattern."""

from core.week.calendars import read_calendar
from core.week.days import read_week
from core.week.times import ClassTime, read_pattern
from core.week.values import DayText, Trouble, WeekText

__all__ = ["ClassTime", "DayText", "Trouble", "WeekText", "read_calendar", "read_pattern", "read_week"]
