"""A class on the floor: the order in which a clock runs a prep, who stands where, what a command does to the
clock, what goes when time is short, and what is set out before.

Stands above the documents: what runs is what was published, as it is stored.
"""
