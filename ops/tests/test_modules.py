"""The picture of the modules: true to the imports, and told in the overview."""

import re
import unittest
from itertools import pairwise
from typing import ClassVar

from ops.modules import PICTURE, direct, imports, picture, reach, together
from ops.paths import ROOT


class Modules(unittest.TestCase):
    def test_the_picture_is_that_of_the_imports(self):
        """docs/modules.svg is what ./chalk types would draw now."""
        self.assertTrue(PICTURE.read_text(encoding="utf-8") == picture(), "old: ./chalk types draws it anew")

    def test_every_package_is_told_in_the_overview(self):
        """docs/modules.md has a line for each."""
        overview = (ROOT / "docs" / "modules.md").read_text(encoding="utf-8")
        for package in imports():
            name = package.partition(".")[2]
            self.assertRegex(overview, rf"`(\w+\.)?{name}`", package)

    def test_no_core_package_needs_itself_through_others(self):
        """Inside the core there is no ring, and nothing of the core needs the server."""
        graph = imports()
        for package in graph:
            if package.startswith("core."):
                below = reach(graph, package)
                self.assertNotIn(package, below)
                self.assertEqual([name for name in below if name.startswith("server")], [], package)

    def test_set_up_imports_neither_of_the_two(self):
        """ops runs where the packages of the application are not installed yet."""
        for path in (ROOT / "ops").glob("*.py"):
            self.assertIsNone(
                re.search(
                    r"^\s*(from|import) (core|server)\b", path.read_text(encoding="utf-8"), re.MULTILINE
                ),
                path.name,
            )


class Drawing(unittest.TestCase):
    GRAPH: ClassVar = {"a": {"b", "c"}, "b": {"c"}, "c": {"d"}, "d": {"c"}}

    def test_rings_are_one_and_what_follows_is_left_out(self):
        """By hand: c and d need each other, and a reaches them through b."""
        joined = together(self.GRAPH)
        self.assertEqual(joined, {"a": {"b", "c + d"}, "b": {"c + d"}, "c + d": set()})
        self.assertEqual(direct(joined), [("a", "b"), ("b", "c + d")])
        for above, below in pairwise(("a", "b", "c + d")):
            self.assertIn(below, reach(joined, above))
