"""A week at once: days out of a text, a table or JSON, and class times out of a calendar or a weekly pattern."""

from core.week.days import DayText, Trouble, WeekText, read_week
from core.week.times import ClassTime, read_calendar, read_pattern

__all__ = ["ClassTime", "DayText", "Trouble", "WeekText", "read_calendar", "read_pattern", "read_week"]
