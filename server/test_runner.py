"""Django's runner, ending with one plain line of counts."""

import unittest

from django.test.runner import DiscoverRunner


class PlainRunner(DiscoverRunner):
    """Prints ``N passed, N failed, N skipped`` last, alone on its line."""

    def run_suite(self, suite: unittest.TestSuite, **kwargs):
        result = super().run_suite(suite, **kwargs)
        self.counts = result
        return result

    def run_tests(self, *args, **kwargs) -> int:
        failures = super().run_tests(*args, **kwargs)
        result = getattr(self, "counts", None)
        if result is not None:
            failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
            passed = result.testsRun - failed - len(result.skipped)
            print(f"{passed} passed, {failed} failed, {len(result.skipped)} skipped", flush=True)
        return failures
