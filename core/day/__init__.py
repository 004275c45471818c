"""A competition day: the event sheet and the heats read, what each event asks, and each athlete's line timed
back from their heats, on racks they share."""
