"""The shelf: enough of it, every value with a source, and bad rows refused by name."""

import shutil
import tempfile
import unittest
from pathlib import Path
from typing import get_args

from core.catalog import load_catalog
from core.catalog.load import DATA
from core.catalog.rows import Level
from core.errors import CatalogError
from core.reading.names import plain


class Shelf(unittest.TestCase):
    def setUp(self):
        self.catalog = load_catalog()

    def test_there_is_enough_to_work_with(self):
        """Three hundred movements, a hundred positions, 180 drills, across all roles and every level from standing to hanging."""
        self.assertGreaterEqual(len(self.catalog.movements), 300)
        self.assertGreaterEqual(len(self.catalog.positions), 100)
        self.assertGreaterEqual(len(self.catalog.drills), 180)
        roles = {phase for drill in self.catalog.drills.values() for phase in drill.phases}
        self.assertEqual(roles, {"raise", "release", "open", "switch-on", "rehearse", "settle"})
        self.assertEqual({drill.level for drill in self.catalog.drills.values()}, set(get_args(Level)))

    def test_every_drill_is_told_whole(self):
        """A why, cues, the usual fault, two poses, a dose with its seconds; and whoever must not be on the floor or hang has another way."""
        for drill in self.catalog.drills.values():
            self.assertTrue(drill.why and drill.cues and drill.fault and drill.doses, drill.id)
            self.assertEqual(len(drill.poses), 2, drill.id)
            for tag in {"no-floor", "no-hang"} & set(drill.avoid):
                self.assertIn(tag, drill.instead, drill.id)

    def test_every_demand_is_served_by_a_drill_without_kit(self):
        """Whatever a session asks, an empty room has an answer."""
        for demand in self.catalog.demands:
            serving = [
                drill
                for drill in self.catalog.drills.values()
                if drill.effects.get(demand, 0) >= 5 and not drill.kit
            ]
            self.assertTrue(serving, demand)

    def test_no_two_movements_share_a_name(self):
        """An alias leads to one movement only."""
        owner: dict[str, str] = {}
        for row in self.catalog.movements.values():
            for name in {plain(one) for one in (row.id, row.name, *row.aliases)}:
                self.assertIn(
                    owner.setdefault(name, row.id), (row.id,), f"'{name}' is both {owner[name]} and {row.id}"
                )

    def test_holds_before_training_stay_under_the_cap(self):
        """No prep drill holds one muscle group for more than 30 s (Behm 2016, Kay & Blazevich 2012; from memory)."""
        for drill in self.catalog.drills.values():
            if "settle" not in drill.phases:
                self.assertTrue(all(held <= 30 for held in drill.holds_s.values()), drill.id)

    def test_cool_down_holds_are_45_to_60_seconds(self):
        """Common practice for settling."""
        for drill in self.catalog.drills.values():
            if "settle" in drill.phases and drill.phases == ("settle",) and drill.holds_s:
                self.assertTrue(all(45 <= held <= 60 for held in drill.holds_s.values()), drill.id)

    def test_drills_that_swing_throw_or_hang_say_look_first(self):
        """A caution about space or anchor stands on every hanging and throwing drill that leaves the feet."""
        for name in ("swing-light", "fast-throws", "hollow-arch-swings", "scap-pull", "kip-practice"):
            self.assertTrue(
                any(
                    "space" in one.lower() or "bar" in one.lower()
                    for one in self.catalog.drills[name].cautions
                ),
                name,
            )


class BadRows(unittest.TestCase):
    def refuse(self, file: str, old: str, new: str) -> CatalogError:
        with tempfile.TemporaryDirectory() as folder:
            copy = Path(folder) / "data"
            shutil.copytree(DATA, copy)
            text = (copy / file).read_text(encoding="utf-8")
            self.assertIn(old, text)
            (copy / file).write_text(text.replace(old, new, 1), encoding="utf-8")
            with self.assertRaises(CatalogError) as caught:
                load_catalog(copy)
        return caught.exception

    def test_a_wrong_number_names_file_row_and_field(self):
        """An effect above twenty twentieths is refused where it stands."""
        error = self.refuse("drills.yaml", "effects: {hip.stability: 14", "effects: {hip.stability: 44")
        self.assertEqual(
            (error.file, error.row, error.field), ("drills.yaml", "glute-band-walk", "effects.hip.stability")
        )
        self.assertIn("44", str(error))

    def test_an_unknown_position_is_refused(self):
        """A movement that names a position nobody drew."""
        error = self.refuse("movements.yaml", "positions: [back-rack,", "positions: [backrack,")
        self.assertEqual((error.row, error.field), ("back-squat", "positions"))

    def test_an_unknown_field_is_refused(self):
        """A misspelt column is an error, not silence."""
        error = self.refuse(
            "drills.yaml",
            "level: standing, seated: Same from the chair, cues: [Slow full circles",
            "levle: standing, level: standing, cues: [Slow full circles",
        )
        self.assertEqual(error.field, "levle")

    def test_a_value_without_a_known_source_is_refused(self):
        """Sources are checked like everything else."""
        error = self.refuse("positions.yaml", "source: hemmerich-2006", "source: somebody-said")
        self.assertEqual(error.row, "squat-bottom")

    def test_broken_yaml_names_its_file(self):
        """A file that is no YAML is refused with its name."""
        self.assertEqual(self.refuse("kit.yaml", "stick: {name", "stick: {{name").file, "kit.yaml")
