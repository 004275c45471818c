"""Tests of the core on its own: no Django, no database."""
