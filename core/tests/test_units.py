"""Conversions against a units library."""

import unittest

import pint

from core.reading.units import KG_PER, METRE_PER, SPELLINGS, UNIT_OF

PINT = pint.UnitRegistry()


class AgainstPint(unittest.TestCase):
    def test_mass(self):
        """The pound is exact (international yard and pound agreement), as pint has it."""
        self.assertAlmostEqual(KG_PER["lb"], PINT.Quantity(1, "pound").to("kilogram").magnitude, delta=1e-12)

    def test_length(self):
        """Feet, inches and miles are exact."""
        for ours, theirs in (
            ("ft", "foot"),
            ("in", "inch"),
            ("mile", "mile"),
            ("cm", "centimeter"),
            ("km", "kilometer"),
        ):
            self.assertAlmostEqual(
                METRE_PER[ours], PINT.Quantity(1, theirs).to("meter").magnitude, delta=1e-9, msg=ours
            )

    def test_every_spelling_leads_to_one_unit(self):
        """No spelling means two units."""
        self.assertEqual(len(UNIT_OF), sum(len(spellings) for spellings in SPELLINGS.values()))
