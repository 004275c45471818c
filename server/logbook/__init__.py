"""The log: what was run and for whom, what they said of it, what tests say, over weeks and years."""
