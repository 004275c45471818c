"""A class on the floor: the run of its prep, who may move its clock, the screens on the wall, what is set out
before, and what became of each drill."""
