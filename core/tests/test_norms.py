"""Range norms against published tables (all from memory of the named source, so bands, not decimals)."""

import unittest
from pathlib import Path

from core.catalog import load_catalog
from core.demand import Measurement
from core.demand.people import Person, norm_range, range_of

# Soucie et al. 2011 (CDC), age 20-44, men / women, degrees; from memory
SOUCIE = {
    "shoulder.flexion": (168.8, 172.0),
    "elbow.flexion": (144.6, 150.0),
    "hip.flexion": (130.4, 133.8),
    "hip.extension": (17.4, 18.1),
    "knee.flexion": (137.7, 141.9),
    "ankle.plantarflexion": (54.6, 62.1),
}
# AAOS / Norkin & White "normal" values, degrees; from memory
NORKIN = {
    "shoulder.internal-rotation": 70,
    "shoulder.external-rotation": 90,
    "shoulder.extension": 60,
    "wrist.extension": 70,
    "wrist.flexion": 80,
    "hip.abduction": 45,
    "hip.external-rotation": 45,
    "hip.internal-rotation": 45,
    "toe.extension": 70,
}


class Norms(unittest.TestCase):
    def setUp(self):
        self.catalog = load_catalog()

    def test_means_follow_soucie_2011(self):
        """Adults of 20-44 have the CDC study's means, within a degree."""
        for motion, (men, women) in SOUCIE.items():
            self.assertAlmostEqual(
                norm_range(self.catalog, motion, 30, "male").mean_deg, men, delta=1, msg=motion
            )
            self.assertAlmostEqual(
                norm_range(self.catalog, motion, 30, "female").mean_deg, women, delta=1, msg=motion
            )

    def test_other_means_lie_near_the_textbook_normal(self):
        """Motions Soucie did not measure lie within 9 degrees of Norkin & White."""
        for motion, normal in NORKIN.items():
            self.assertAlmostEqual(
                norm_range(self.catalog, motion, 30, None).mean_deg, normal, delta=9, msg=motion
            )

    def test_older_adults_have_less(self):
        """CDC men 45-69: hip flexion 127, knee flexion 133, shoulder flexion 164, within 1.5 degrees."""
        for motion, mean in (("hip.flexion", 127), ("knee.flexion", 133), ("shoulder.flexion", 164)):
            self.assertAlmostEqual(norm_range(self.catalog, motion, 55, "male").mean_deg, mean, delta=1.5)
        for motion in self.catalog.norms:
            self.assertLessEqual(
                norm_range(self.catalog, motion, 60, None).mean_deg,
                norm_range(self.catalog, motion, 25, None).mean_deg,
                motion,
            )

    def test_every_joint_motion_of_the_model_has_a_norm_with_a_source(self):
        """Each reach demand has bands for every adult age and a known source."""
        reaches = {row.id for row in self.catalog.demands.values() if row.kind == "reach"}
        self.assertEqual(reaches, set(self.catalog.norms))
        for norm in self.catalog.norms.values():
            self.assertTrue(all(band.source in self.catalog.sources for band in norm.bands))
            self.assertLessEqual(norm.bands[0].ages[0], 18)
            self.assertGreaterEqual(norm.bands[-1].ages[1], 80)

    def test_fewer_than_a_third_of_all_needs_are_plain_estimates(self):
        """Needs of every position, a motion of a solved one each; docs/model.md says how many are what."""
        positions = self.catalog.positions.values()
        solved = sum(len(position.solved_motions) for position in positions)
        needs = [need for position in positions for need in position.needs]
        estimates = sum(need.source == "estimate" for need in needs)
        total, sure = solved + len(needs), len(needs) - estimates
        self.assertLess(estimates, total / 3)
        told = (
            f"Of {total} needs {solved} are solved, {sure} published or true by definition, "
            f"{estimates} ({100 * estimates / total:.0f} %) plain estimates"
        )
        self.assertIn(told, (Path(__file__).parents[2] / "docs" / "model.md").read_text("utf-8"))

    def test_unknown_sex_is_the_two_halves_mixed(self):
        """The mixture's mean is the middle, and its spread is no smaller than either half's smallest."""
        mixed = norm_range(self.catalog, "hip.flexion-straight-knee", 30, None)
        self.assertEqual(mixed.mean_deg, 80)
        self.assertGreater(mixed.sd_deg, 11)

    def test_centimetres_at_the_wall_are_the_degrees_that_were_published(self):
        """Means of both readings on the same people, which the shin's slope was not all set by: 9.5 cm with
        38.8 degrees (Konor 2012), 13.8 cm with 50 (Bennell 1998); both from memory, of people of 1.60 to
        1.80 m."""
        for reading_cm, published_deg, within_deg in ((9.5, 38.8, 2), (13.8, 50, 6)):
            for height_m in (1.6, 1.7, 1.8):
                test = Measurement("ankle.dorsiflexion", reading_cm, "left", "knee-to-wall")
                found = Person(height_m=height_m, ranges=(test,)).ranges[0].degrees
                self.assertAlmostEqual(found, published_deg, delta=within_deg, msg=f"{height_m} {reading_cm}")

    def test_the_tighter_side_counts_and_carries_the_test_error(self):
        """Of two measured sides the smaller is what stops a squat; a goniometer errs by 5 degrees (clinical
        rule). Worked by hand: adults 132.1, sd 8.18; (132.1 / 66.9 + 110 / 25) / (1 / 66.9 + 1 / 25) =
        116.0, sd 4.27."""
        person = Person(
            ranges=(Measurement("hip.flexion", 124, "left"), Measurement("hip.flexion", 110, "right"))
        )
        found = range_of(person, "hip.flexion", self.catalog)
        self.assertAlmostEqual(found.mean_deg, 116.0, delta=0.05)
        self.assertAlmostEqual(found.sd_deg, 4.27, delta=0.01)
