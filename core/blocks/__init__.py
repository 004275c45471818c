"""Multi-week blocks and homework: what a person does over weeks, planned with their classes, and what tests
say of it.

Nothing is stored here: a block, what was done of it and the days of the classes give every week, the same
each time.
"""

from core.blocks.course import course_of
from core.blocks.judging import Asked, Verdict, judge_range
from core.blocks.values import Block, BlockRefused, ClassDay, Course, Done, Planned

__all__ = [
    "Asked",
    "Block",
    "BlockRefused",
    "ClassDay",
    "Course",
    "Done",
    "Planned",
    "Verdict",
    "course_of",
    "judge_range",
]
