"""The shelf: enough of it, every value with a source, and bad rows refused by name."""

import re
import shutil
import tempfile
import unittest
from pathlib import Path
from typing import NamedTuple, get_args

import yaml

from core.catalog import load_catalog
from core.catalog.load import DATA
from core.catalog.rows import Level
from core.errors import MISSING, CatalogError
from core.reading.plain_words import plain


class Shelf(unittest.TestCase):
    def setUp(self):
        self.catalog = load_catalog()

    def test_there_is_enough_to_work_with(self):
        """Three hundred movements, a hundred positions, 180 drills, across all roles and every level from
        standing to hanging."""
        self.assertGreaterEqual(len(self.catalog.movements), 300)
        self.assertGreaterEqual(len(self.catalog.positions), 100)
        self.assertGreaterEqual(len(self.catalog.drills), 180)
        roles = {phase for drill in self.catalog.drills.values() for phase in drill.phases}
        self.assertEqual(roles, {"raise", "release", "open", "switch-on", "rehearse", "settle"})
        self.assertEqual({drill.level for drill in self.catalog.drills.values()}, set(get_args(Level)))

    def test_every_drill_is_told_whole(self):
        """A why, cues, the usual fault, two poses, a dose with its seconds."""
        for drill in self.catalog.drills.values():
            self.assertTrue(drill.why and drill.cues and drill.fault and drill.doses, drill.id)
            self.assertEqual(len(drill.poses), 2, drill.id)

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
        """No prep drill holds one muscle group for more than 30 s (Behm 2016, Kay & Blazevich 2012; from
        memory)."""
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


class Fault(NamedTuple):
    """A change to a data file, and where its message must point. after: the text behind which the first
    ``old`` is replaced."""

    file: str
    after: str
    old: str
    new: str
    row: str
    field: str
    words: str


DRILL_FIELDS = "\nglute-band-walk:"
FAULTS = {
    "a number out of range": Fault(
        "drills.yaml", DRILL_FIELDS, "stability: 14", "stability: 44",
        "glute-band-walk", "effects.hip.stability", "got 44, expected Input should be less than or equal",
    ),
    "words where a number belongs": Fault(
        "drills.yaml", DRILL_FIELDS, "effort: 0.4", "effort: some",
        "glute-band-walk", "effort", "got 'some', expected Input should be a valid number",
    ),
    "a field that does not exist": Fault(
        "drills.yaml", DRILL_FIELDS, "level: standing", "levle: standing",
        "glute-band-walk", "levle", "a field that exists; did you mean 'level'?",
    ),
    "a field that is missing": Fault(
        "drills.yaml", DRILL_FIELDS, "  level: standing\n", "",
        "glute-band-walk", "level", "got nothing, expected this field to be there",
    ),
    "a style that does not exist": Fault(
        "drills.yaml", DRILL_FIELDS, "style: control", "style: magic",
        "glute-band-walk", "style", "'pulse', 'dynamic'",
    ),
    "a pose that does not exist": Fault(
        "drills.yaml", DRILL_FIELDS, "[side-step-in,", "[side-stepin,",
        "glute-band-walk", "poses", "an id that exists; did you mean 'side-step-in'?",
    ),
    "no poses at all": Fault(
        "drills.yaml", DRILL_FIELDS, "  poses: [side-step-in, side-step-out]\n", "",
        "glute-band-walk", "poses", "got nothing",
    ),
    "a prop that does not exist": Fault(
        "drills.yaml", DRILL_FIELDS, "[band@knees]", "[lasso@knees]",
        "glute-band-walk", "props.0", "got 'lasso@knees', expected a prop that exists: ",
    ),
    "a prop where it cannot be": Fault(
        "drills.yaml", DRILL_FIELDS, "[band@knees]", "[band@nose]",
        "glute-band-walk", "props.0", "band@ one of ",
    ),
    "kit that does not exist": Fault(
        "drills.yaml", DRILL_FIELDS, "{loop-band: 1}", "{lop-band: 1}",
        "glute-band-walk", "kit", "did you mean 'loop-band'?",
    ),
    "a row that stands twice": Fault(
        "drills.yaml", DRILL_FIELDS, "\nsingle-leg-hinge:", "\nglute-band-walk:",
        "glute-band-walk", "id", "it stands here a second time",
    ),
    "a field that stands twice": Fault(
        "drills.yaml", DRILL_FIELDS, "  effort: 0.4\n", "  style: static\n",
        "glute-band-walk", "style", "it stands here a second time",
    ),
    "a position that does not exist": Fault(
        "movements.yaml", "\nback-squat:", "[back-rack,", "[backrack,",
        "back-squat", "positions", "did you mean 'back-rack'?",
    ),
    "a pace that runs backwards": Fault(
        "movements.yaml", "\nback-squat:", "[2.5, 4]", "[4, 2.5]",
        "back-squat", "pace_s", "both above 0",
    ),
    "a source that does not exist": Fault(
        "positions.yaml", "\nrun-stride:", "source: nawoczenski-1999", "source: nawoczenski-1989",
        "run-stride", "needs.2.source", "did you mean 'nawoczenski-1999'?",
    ),
    "a pose that starts from none there is": Fault(
        "poses.yaml", "\ndip-front-rack:", "from: front-rack", "from: frontrack",
        "dip-front-rack", "from", "did you mean 'front-rack'?",
    ),
    "a pose with a prop that does not exist": Fault(
        "poses.yaml", "\nathletic:", "  support: feet\n", "  support: feet\n  props: [piano@hands]\n",
        "athletic", "props.0", "got 'piano@hands'",
    ),
    "a limb that does not exist": Fault(
        "poses.yaml", "\nathletic:", "{ankle: 18,", "{ancle: 18,",
        "athletic", "near.ancle", "Input should be 'ankle'",
    ),
    "risks that poses cannot show left out": Fault(
        "drills.yaml", DRILL_FIELDS, "  risks: []\n", "",
        "glute-band-walk", "risks", "got nothing, expected this field to be there",
    ),
    "a bundle of cautions without a word on care": Fault(
        "cautions.yaml", "\nunder-18:", "  care: growing people", "  words: growing people",
        "under-18", "words", "a field that exists",
    ),
    "a hold that is too long before training": Fault(
        "drills.yaml", DRILL_FIELDS, "  level: standing\n", "  level: standing\n  holds_s: {glutes: 45}\n",
        "glute-band-walk", "holds_s", "at most 30 s a muscle before training, also for glutes",
    ),
    "a row without fields": Fault(
        "kit.yaml", "\nstick:", "\n  name: stick or pipe\n  swaps: []\n  hands: 2\n"
        "  source: common-practice\n", " 3\n",
        "stick", "row", "got 3, expected its fields, one a line",
    ),
    "no YAML": Fault(
        "kit.yaml", "\nstick:", "name: stick", "name: {stick",
        "?", "?", "expected valid YAML",
    ),
}  # fmt: skip


class BadRows(unittest.TestCase):
    def refused(self, fault: Fault) -> tuple[CatalogError, int]:
        """The error of a catalog with a fault, and the line the fault stands on."""
        with tempfile.TemporaryDirectory() as folder:
            copy = Path(folder) / "data"
            shutil.copytree(DATA, copy)
            text = "\n" + (copy / fault.file).read_text(encoding="utf-8")
            place = text.index(fault.old, text.index(fault.after))
            changed = text[:place] + fault.new + text[place + len(fault.old) :]
            (copy / fault.file).write_text(changed[1:], encoding="utf-8")
            with self.assertRaises(CatalogError) as caught:
                load_catalog(copy)
        return caught.exception, changed[: place + 1].count("\n")

    def test_every_kind_of_fault_names_file_line_row_field_and_what_was_expected(self):
        """Duplicates, unknown and missing fields, wrong types, unknown ids, props and poses: each says where
        it stands and what should stand there."""
        for name, fault in FAULTS.items():
            with self.subTest(name):
                error, line = self.refused(fault)
                self.assertEqual((error.file, error.row, error.field), (fault.file, fault.row, fault.field))
                self.assertIn(fault.words, str(error))
                self.assertIn(f"{fault.file}, line {error.line}", str(error))
                self.assertLess(len(str(error)), 900, "a whole row is printed")
                if error.came is not MISSING:
                    self.assertLessEqual(abs((error.line or 0) - line), 1, f"line {error.line}, not {line}")


class Lines(unittest.TestCase):
    def test_a_person_can_edit_every_file(self):
        """Lines under 140 characters, a header that names every field of the file's rows, in block form."""
        for path in sorted(DATA.glob("*.yaml")):
            text = path.read_text(encoding="utf-8")
            self.assertLess(max(map(len, text.splitlines())), 140, path.name)
            header = text[: text.index("\n\n")]
            rows = yaml.safe_load(text)
            if path.name == "demands.yaml":
                rows = {name: row for group in rows.values() for name, row in group.items()}
            for field in {field for row in rows.values() for field in row}:
                self.assertRegex(header, rf"\b{field}\b", f"{path.name} does not say what {field} is")
            flow = [name for name in rows if re.search(rf"^\s*{re.escape(name)}: {{", text, re.MULTILINE)]
            self.assertEqual(flow, [], path.name)
