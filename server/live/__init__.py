"""Streams: one process that tells every open screen of a gym what changes on its floor, as it changes."""
