"""Competitions: the sheet, the heats, who starts, and the lines athletes were given."""
