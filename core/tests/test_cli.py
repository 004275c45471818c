"""The command line: documented JSON, exit codes, and messages that name what is wrong."""

import contextlib
import html
import io
import json
import re
import tempfile
import unittest
from pathlib import Path
from unittest import mock
from xml.etree import ElementTree

import jsonschema

from core.catalog import load_catalog
from core.cli.main import main

SCHEMAS = Path(__file__).resolve().parents[2] / "docs" / "schema"
TEXT = (
    "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n15 push presses 40/27.5 kg\n"
    "9 chest-to-bar pull-ups\nscaled: ring rows\n2 flumes each side\n"
)


class Commands(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.text = self.file("day.txt", TEXT)

    def file(self, name: str, content: str | bytes) -> str:
        path = self.folder / name
        path.write_bytes(content if isinstance(content, bytes) else content.encode())
        return str(path)

    def run_(self, *arguments: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main(list(arguments))
        return code, out.getvalue(), err.getvalue()

    def json(self, *arguments: str):
        code, out, err = self.run_(*arguments, "--json")
        self.assertEqual((code, err), (0, ""))
        return json.loads(out)

    def test_a_competition_from_its_sheet_its_heats_and_its_athletes(self):
        """The example of the docs: lines in words and as JSON; what cannot be used is said, exit 2."""
        examples = SCHEMAS.parent / "examples"
        sheet, heats = str(examples / "weekend.txt"), str(examples / "heats.csv")
        given = ("day", sheet, "--heats", heats, "--class", str(examples / "athletes.json"))
        code, out, _ = self.run_(*given, "--date", "2026-11-28")
        self.assertEqual(code, 0)
        self.assertIn("09:00  Event 1: Bell Ladder", out)
        self.assertRegex(out, r"ready \d+ of 100")
        found = self.json(*given)
        self.assertEqual({line["name"] for line in found["day"]["lines"]}, {"Marit Sund", "Ivor Penn"})
        self.assertEqual([event["number"] for event in found["sheet"]["events"]], ["1", "2", "3", "4"])
        alone = self.json("day", sheet)
        self.assertEqual(alone, found["sheet"])
        for wrong in (("--zone", "Mars"), ("--date", "2026-02-31"), ("--minutes", "99")):
            code, _, err = self.run_(*given, *wrong)
            self.assertEqual(code, 2, wrong)
            self.assertTrue(err)
        self.assertEqual(self.run_("day", self.file("empty.txt", ""))[0], 2)

    def test_the_json_of_every_command_matches_its_schema(self):
        """read, derive and plan give what docs/schema documents, unread lines included, exit 0."""
        members = self.file(
            "class.json",
            json.dumps(
                [
                    {
                        "name": "Nell",
                        "age": 41,
                        "sex": "female",
                        "ranges": [{"motion": "wrist.extension", "value": 55}],
                    },
                    {"name": "Bo"},
                ]
            ),
        )
        member = self.file(
            "member.json", json.dumps({"name": "Nell", "age": 41, "sex": "female", "adaptive": ["seated"]})
        )
        earlier = self.file("earlier.txt", "Snatch 5x2 @ 75%")
        for name, arguments in (
            ("read", ("read", self.text)),
            ("derive", ("derive", self.text)),
            ("derive", ("derive", self.text, "--division", "scaled", "--class", members, "--after", earlier)),
            ("plan", ("plan", self.text, "--minutes", "12")),
            (
                "plan",
                (
                    "plan",
                    self.text,
                    "--minutes",
                    "9",
                    "--kit",
                    "none",
                    "--heads",
                    "14",
                    "--method",
                    "specific-only",
                ),
            ),
            ("plan", ("plan", self.text, "--minutes", "12", "--member", member, "--after", earlier)),
        ):
            schema = json.loads((SCHEMAS / f"{name}.schema.json").read_text())
            jsonschema.validate(self.json(*arguments), schema)

    def test_read_counts_the_whole_session(self):
        """Totals over all rounds, both standards, and the unread word with its place."""
        found = self.json("read", self.text)
        press = found["parts"][1]["work"][0]
        self.assertEqual(
            (press["reps"], press["scheme"], press["load_kg"], press["loads_kg"]),
            (45, [15, 15, 15], 40.0, [40.0, 27.5]),
        )
        self.assertEqual([(one["line"], one["text"]) for one in found["unread"]], [(7, "flumes")])

    def test_no_kit_means_no_kit(self):
        """With --kit none no drill asks for anything."""
        found = self.json("plan", self.text, "--minutes", "12", "--kit", "none")
        self.assertTrue(found["items"])
        self.assertTrue(all(item["kit"] == [] for item in found["items"]))

    def test_what_is_warm_lowers_what_is_planned_for(self):
        """--after shows each demand's readiness."""
        earlier = self.file("earlier.txt", "Front squat 5x5 @ 80%")
        squat = next(
            one
            for one in self.json("derive", self.text, "--after", earlier)["demands"]
            if one["id"] == "squat"
        )
        self.assertGreater(squat["prepared"], 0.2)

    def test_the_lab_answers_a_list_of_asks(self):
        """Every ask gets its answer in order, by its schema; words without --json; a bad one is named by
        its number and its field."""
        asks = [
            {"family": "squat", "bar": "overhead", "load_share": 0.5, "ranges": {"ankle.dorsiflexion": 14}},
            {"family": "dip", "height_m": 1.9, "sex": "male", "lengths_m": {"thigh": 0.5}},
            *({"family": "hang", "chest_cm": place / 10} for place in range(40)),
        ]
        file = self.file("asks.json", json.dumps(asks))
        answers = self.json("lab", file)
        self.assertEqual(len(answers), len(asks))
        schema = json.loads((SCHEMAS / "lab.schema.json").read_text())
        for answer in answers:
            jsonschema.validate(answer, schema)
        self.assertEqual((answers[0]["holds"], answers[0]["limiting"]), (False, "ankle.dorsiflexion"))
        self.assertIn("stops at ankle", self.run_("lab", file)[1])
        for wrong, words in (
            ([{"family": "squat"}, {"family": "squat", "nose": 3}], "ask 2: 'nose' is not known"),
            ([{"family": "squat", "depth_deg": 300}], "ask 1: depth_deg"),
            ([{"family": "squat", "depth_deg": "deep"}], "expected a number"),
            ([{"family": "squat", "ranges": [1]}], "expected an object of numbers"),
            ([{"bar": "front"}], "ask 1: expected one JSON object with a family"),
            ({"family": "squat"}, "expected a JSON list"),
        ):
            code, out, err = self.run_("lab", self.file("wrong.json", json.dumps(wrong)))
            self.assertEqual((code, out), (2, ""))
            self.assertIn(words, err)

    def test_plain_words_for_people(self):
        """Without --json each command prints lines a coach can read."""
        for arguments, words in (
            (("read", self.text), "45 reps"),
            (("derive", self.text), "Shoulder flexion"),
            (("plan", self.text, "--minutes", "12"), "cool-down"),
            (("catalog",), "movements"),
        ):
            code, out, _ = self.run_(*arguments)
            self.assertEqual(code, 0)
            self.assertIn(words, out)

    def test_the_catalog_counts_itself_and_shows_a_row_with_its_sources(self):
        """catalog --json counts; catalog show prints one row and what its numbers rest on."""
        counts = self.json("catalog")
        self.assertGreaterEqual(counts["drills"], 60)
        self.assertGreaterEqual(counts["drills_by_demand"]["ankle.dorsiflexion"]["without_kit"], 2)
        _, out, _ = self.run_("catalog", "show", "run-stride")
        self.assertIn("Novacheck", out)
        self.assertEqual(self.run_("catalog", "show", "nothing")[0], 2)

    def test_the_catalog_lists_its_tables(self):
        """Every row of a table in a line with its name; as JSON with every field."""
        for table in ("movements", "positions", "drills", "methods", "kit"):
            rows = getattr(load_catalog(), table)
            code, out, _ = self.run_("catalog", "list", table)
            self.assertEqual((code, len(out.splitlines())), (0, len(rows)))
            self.assertEqual([row["id"] for row in self.json("catalog", "list", table)], list(rows))
        self.assertIn("did you mean 'squat-bottom'", self.run_("catalog", "show", "squat-botom")[2])

    def test_a_figure_is_drawn_into_a_file(self):
        """A drill, a position and a shape as SVG that is well formed, stays inside its view box and says its
        name; what cannot be written and what does not exist are refused."""
        file = self.folder / "figure.svg"
        for name, title in (
            ("box-prayer", load_catalog().drills["box-prayer"].name),
            ("squat-bottom-front", "Bottom of a front squat"),
            ("side-squat", "side-squat"),
        ):
            self.assertEqual(self.run_("catalog", "draw", name, "--out", str(file))[0], 0)
            root = ElementTree.parse(file).getroot()
            self.assertEqual(root.findtext("{*}title"), title)
            left, top, width, height = map(float, root.attrib["viewBox"].split())
            circles = root.findall(".//{*}circle")
            self.assertTrue(circles, "a body has a head")
            for circle in circles:
                self.assertTrue(left <= float(circle.attrib["cx"]) <= left + width, name)
                self.assertTrue(top <= float(circle.attrib["cy"]) <= top + height, name)
        self.assertEqual(self.run_("catalog", "draw", "box-prayr", "--out", str(file))[0], 2)
        lost = str(self.folder / "no" / "where.svg")
        self.assertIn("cannot be written", self.run_("catalog", "draw", "box-prayer", "--out", lost)[2])

    def test_the_sheet_shows_every_figure_with_its_name(self):
        """One page without a server or a script: each drill and position is there, drawn."""
        file = self.folder / "sheet.html"
        self.assertEqual(self.run_("catalog", "sheet", str(file))[0], 0)
        page = file.read_text(encoding="utf-8")
        catalog = load_catalog()
        self.assertEqual(page.count("<svg"), page.count("<li>"))
        self.assertGreaterEqual(page.count("<svg"), len(catalog.drills) + len(catalog.positions))
        for row in (*catalog.drills.values(), *catalog.positions.values()):
            self.assertIn(html.escape(row.name), page)
        self.assertNotIn("<script", page)
        self.assertIsNone(re.search(r"(src|href)=", page))

    def test_text_and_json_say_the_same_dose(self):
        """Every item of a plan, its stops and its cool-down: the words of the text are those of the JSON."""
        asked = ("plan", self.text, "--minutes", "12", "--heads", "14", "--between", "4")
        said = self.json(*asked)
        _, out, _ = self.run_(*asked)
        items = [
            *said["items"],
            *said["cooldown"],
            *(item for stop in said["breaks"] for item in stop["items"]),
        ]
        self.assertGreater(len(items), 5)
        for item in items:
            line = next((line for line in out.splitlines() if f" {item['name']} " in line), "")
            self.assertTrue(line.endswith(item["dose_words"]), f"{item['name']}: {line}")

    def test_files_that_cannot_be_used_exit_2_and_say_why(self):
        """Missing, empty, binary, too long, bad JSON, unknown kit, no members, bad minutes, unknown
        division or method."""
        cases = (
            (("read", str(self.folder / "none.txt")), "cannot be opened"),
            (("read", self.file("empty.txt", "")), "no text"),
            (("read", self.file("noise.txt", "q" * 200_000)), "200 kB"),
            (("read", self.file("photo.png", b"\x89PNG\r\n\x1a\n\x00\xff\xfe")), "UTF-8"),
            (("read", self.file("zip.txt", "PK\x00\x00\x00")), "binary"),
            (("plan", self.text, "--minutes", "0"), "minutes"),
            (("plan", self.text, "--minutes", "500"), "2 to 60"),
            (("plan", self.text, "--minutes", "9", "--heads", "0"), "headcount"),
            (("plan", self.text, "--minutes", "9", "--method", "vibes"), "general-to-specific"),
            (("plan", self.text, "--minutes", "9", "--kit", self.file("kit.json", '{"lasso": 2}')), "lasso"),
            (("plan", self.text, "--minutes", "9", "--kit", self.file("k2.json", '{"band": -1}')), "-1"),
            (("derive", self.text, "--class", self.file("c.json", "[]")), "at least one"),
            (("derive", self.text, "--class", self.file("c2.json", "{")), "line 1"),
            (("derive", self.text, "--division", "titans"), "scaled"),
            (
                ("plan", self.text, "--minutes", "9", "--member", self.file("m.json", '{"sex": "yes"}')),
                "'sex'",
            ),
        )
        for arguments, words in cases:
            code, out, err = self.run_(*arguments)
            self.assertEqual((code, out), (2, ""), arguments)
            self.assertIn(words, err)
            self.assertNotIn("Traceback", err)

    def test_bench_reports_median_p99_and_memory(self):
        """Each benchmark has its figures; an unknown name is refused."""
        with mock.patch("core.cli.bench.RUNS", 3):
            found = self.json("bench", "session")
        self.assertEqual(set(found["session"]), {"median_ms", "p99_ms", "peak_mb", "runs"})
        self.assertEqual(self.run_("bench", "nothing")[0], 2)
