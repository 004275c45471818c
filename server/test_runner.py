"""Django's runner, ending with one plain line of counts."""

import unittest
from typing import Any

from django.test.runner import DiscoverRunner
from hypothesis import HealthCheck, settings

# properties run on machines that are busy with other things: slow is not wrong
settings.register_profile("busy machine", suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("busy machine")


class PlainRunner(DiscoverRunner):
    """Prints ``N passed, N failed, N skipped`` last, alone on its line."""

    counts: unittest.TestResult | None = None

    def run_suite(self, suite: unittest.TestSuite, **kwargs: Any) -> unittest.TestResult:  # type: ignore[override]  # the stubs say less
        self.counts = super().run_suite(suite, **kwargs)
        return self.counts

    def run_tests(self, *args: Any, **kwargs: Any) -> int:
        failures = super().run_tests(*args, **kwargs)
        result = self.counts
        if result is not None:
            failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
            passed = result.testsRun - failed - len(result.skipped)
            print(f"{passed} passed, {failed} failed, {len(result.skipped)} skipped", flush=True)
        return failures
