"""Whiteboard text -> Workout -> whiteboard text. Nothing in the text is ever dropped: what is not
understood is unread."""

from core.reading.reader import read_workout
from core.reading.workout import Format, Mark, Part, Unread, Work, Workout, Written
from core.reading.writer import write_workout

__all__ = ["Format", "Mark", "Part", "Unread", "Work", "Workout", "Written", "read_workout", "write_workout"]
