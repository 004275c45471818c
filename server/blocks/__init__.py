"""Homework and blocks: who does what over weeks, what was ticked, and what was changed because of it."""
