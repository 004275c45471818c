"""Joint motions, how far adults move, segment lengths, balance, and the jointed figure. Imports nothing
above it."""
