"""Whiteboard text -> Workout -> whiteboard text. Nothing in the text is ever dropped: what is not understood is unread."""
from core.reading.reader import read_workout
from core.reading.workout import Format, Part, Unread, Work, Workout

__all__ = ["Format", "Part", "Unread", "Work", "Workout", "read_workout"]
