"""Processes started together end together."""

import os
import signal
import subprocess
import sys
import textwrap
import time
import unittest

from ops.environment import _digest
from ops.paths import OPS, ROOT

RUN = textwrap.dedent("""
    import sys
    from ops.processes import run_together
    sys.exit(run_together([[sys.executable, "-c", code] for code in sys.argv[1:]], {}))
""")


def alive(pid: int) -> bool:
    try:
        os.kill(pid, 0)
    except ProcessLookupError:
        return False
    with open(f"/proc/{pid}/stat", encoding="utf-8") as file:
        return file.read().split(")")[1].split()[0] != "Z"


# one write a line: with unbuffered output print() writes its line end apart, and two children's writes can
# interleave
SLEEPER = r"import os, time; os.write(1, b'%d\n' % os.getpid()); time.sleep(60)"


class Together(unittest.TestCase):
    def started(self, *codes: str) -> subprocess.Popen:
        """A process that runs these together; ended with the test, whatever the test finds."""
        parent = subprocess.Popen(
            [sys.executable, "-c", RUN, *codes], cwd=ROOT, stdout=subprocess.PIPE, text=True
        )

        def end():
            if parent.poll() is None:
                parent.terminate()
            parent.wait(20)
            parent.stdout.close()

        self.addCleanup(end)
        return parent

    def test_ctrl_c_leaves_nothing_running(self):
        """After an interrupt every child is gone and the exit is clean."""
        parent = self.started(SLEEPER, SLEEPER)
        pids = [int(parent.stdout.readline()) for _ in range(2)]
        self.assertTrue(all(alive(pid) for pid in pids))
        parent.send_signal(signal.SIGINT)
        self.assertEqual(parent.wait(20), 0)
        self.assertFalse(any(alive(pid) for pid in pids))

    def test_when_one_fails_the_others_end_and_the_exit_says_so(self):
        """A child that ends takes the rest with it."""
        parent = self.started(SLEEPER, "import sys, time; time.sleep(0.5); sys.exit(3)")
        pid = int(parent.stdout.readline())
        self.assertEqual(parent.wait(20), 3)
        time.sleep(0.1)
        self.assertFalse(alive(pid))


class Stamps(unittest.TestCase):
    def test_a_changed_lock_is_noticed(self):
        """The digest of the locks differs when one differs, and not otherwise."""
        locks = [OPS / "requirements.lock", OPS / "requirements-test.lock"]
        self.assertEqual(_digest(locks), _digest(list(reversed(locks))))
        self.assertNotEqual(_digest(locks), _digest(locks[:1]))
