"""Every session of the demo planned with the whole shelf, against the general solver."""

import unittest

from core.catalog import load_catalog
from core.demand import Person, derive
from core.prep import PlanSettings, plan
from core.prep.candidates import candidates_for
from core.prep.choose import limits_for, solve
from core.prep.cooldown import most_worked, muscles_worked
from core.prep.pace import pace_of
from core.prep.plan import LIMITING_MUSCLES, demand_weights
from core.prep.problem import Problem
from core.reading import read_workout
from core.tests.reference_planner import prove
from server.demo.scenario import KIT, WORKOUTS

CATALOG = load_catalog()
LOOK_S = 3


class DemoPlans(unittest.TestCase):
    def test_every_demo_session_is_planned_as_well_as_the_solver_can(self):
        """At least 99 % of the best the solver finds in a few seconds starting from our plan, which is the
        proven optimum wherever it gets that far."""
        method, settings = CATALOG.methods["general-to-specific"], PlanSettings(minutes=12)
        for title, text in WORKOUTS:
            workout = read_workout(text)
            weights = demand_weights(derive(workout), {})
            pool = candidates_for(settings, method, CATALOG, weights)
            worked = muscles_worked(workout, Person(), CATALOG)
            limits = limits_for(
                method,
                600,
                between_s=pace_of(method, settings).between_s,
                limiting=frozenset(most_worked(worked, LIMITING_MUSCLES)),
                pins={},
                recent=(),
            )
            problem = Problem(pool, weights, limits)
            ours = solve(problem)
            proof = prove(problem, ours, LOOK_S)
            self.assertGreaterEqual(ours.value(), 0.99 * max(0.0, proof.value), f"{title}: {proof}")
            self.assertGreater(ours.value(), 0.2, title)

    def test_every_method_makes_a_prep_of_every_demo_session_with_the_gyms_kit(self):
        """For a class of 12: something in it, inside its minutes, and what is left out says why."""
        for title, text in WORKOUTS:
            workout = read_workout(text)
            profile = derive(workout)
            for method in CATALOG.methods.values():
                sheet = plan(
                    workout,
                    profile,
                    PlanSettings(minutes=method.reference_minutes, method=method.id, headcount=12, kit=KIT),
                )
                self.assertTrue(sheet.items, f"{title}, {method.id}")
                self.assertLessEqual(sheet.seconds, sheet.minutes * 60)
                self.assertTrue(all(one.why for one in sheet.uncovered))
