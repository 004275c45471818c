"""The job itself: text -> workout -> what it asks of the joints -> the prep that fits.

Pure Python. Direction of dependency (enforced by ``core/tests/test_direction.py``)::

cli -> prep -> demand -> reading -> catalog -> body

Nothing in here imports Django or ``server``; nothing reads a clock, draws a random number or does
input/output beyond the catalog's own data files. Same input, same output. Units stand in the names: ``_deg``,
``_kg``, ``_m``, ``_s``.
"""
