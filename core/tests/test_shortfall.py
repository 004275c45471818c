"""Shortfall formulas against scipy.stats, and their properties."""

import unittest

import numpy
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import integrate, stats

from core.body.shortfall import Range, expected_shortfall_deg, short_probability
from core.demand.needs import reach_severity

means = st.floats(0, 200)
sds = st.floats(0.5, 20)
needs = st.floats(-10, 260)


class AgainstScipy(unittest.TestCase):
    @given(means, sds, needs)
    def test_probability_is_the_normal_distribution_function(self, mean, sd, need):
        """P(R < required) equals scipy.stats.norm.cdf."""
        self.assertAlmostEqual(
            short_probability(Range(mean, sd), need), stats.norm.cdf(need, mean, sd), delta=1e-12
        )

    @settings(max_examples=40, deadline=None)
    @given(st.floats(20, 180), st.floats(2, 15), st.floats(-2.5, 2.5))
    def test_expected_shortfall_is_the_integral_it_stands_for(self, mean, sd, distance):
        """E[max(0, required - R)] equals numerical integration against scipy's density."""
        need = mean + distance * sd
        value, _ = integrate.quad(
            lambda r: (need - r) * stats.norm.pdf(r, mean, sd), mean - 12 * sd, need, limit=200
        )
        self.assertAlmostEqual(expected_shortfall_deg(Range(mean, sd), need), value, delta=1e-6)

    def test_expected_shortfall_agrees_with_a_monte_carlo_draw(self):
        """A million drawn people are short by the closed form's average, within sampling error."""
        drawn = stats.norm.rvs(168.8, 7.5, size=1_000_000, random_state=numpy.random.default_rng(4))
        sampled = numpy.maximum(0, 175 - drawn).mean()
        self.assertAlmostEqual(expected_shortfall_deg(Range(168.8, 7.5), 175), sampled, delta=0.03)

    def test_a_range_known_exactly_is_short_or_not(self):
        """sd 0 gives probability 0 or 1 and the plain difference."""
        self.assertEqual(
            (short_probability(Range(30, 0), 31), expected_shortfall_deg(Range(30, 0), 31)), (1.0, 1.0)
        )
        self.assertEqual(
            (short_probability(Range(30, 0), 30), expected_shortfall_deg(Range(30, 0), 12)), (0.0, 0.0)
        )

    def test_coupled_ranges_add_like_independent_normals(self):
        """Shoulder and upper back together: means add, variances add (scipy convolution by sampling of
        moments)."""
        both = Range(168.8, 7.5) + Range(22, 7)
        self.assertAlmostEqual(both.mean_deg, 190.8)
        self.assertAlmostEqual(both.sd_deg, (7.5**2 + 7**2) ** 0.5)


class Severity(unittest.TestCase):
    @given(means, sds, needs, st.floats(0, 30))
    def test_another_degree_never_asks_less(self, mean, sd, need, more):
        """Severity never falls when more degrees are needed, and stays in [0, 1]."""
        before, after = reach_severity(Range(mean, sd), need), reach_severity(Range(mean, sd), need + more)
        self.assertTrue(0 <= before <= after + 1e-12 <= 1 + 1e-9)

    @given(means, sds, needs, st.floats(0, 30))
    def test_more_range_never_asks_more(self, mean, sd, need, more):
        """Severity never rises when the person has more."""
        self.assertGreaterEqual(
            reach_severity(Range(mean, sd), need) + 1e-12, reach_severity(Range(mean + more, sd), need)
        )
