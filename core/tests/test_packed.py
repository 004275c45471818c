"""Pages kept small and read back the same; what is shared tells nothing of anybody."""

import json
import unittest

from hypothesis import given
from hypothesis import strategies as st

from core.demand import Measurement, Person
from core.documents.packed import ENTRIES, FIELDS, LIKE, pack, unpack, words_of
from core.documents.published import published
from core.session import SessionAsk

TEXT = (
    "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n15 push presses 40 kg\n9 pull-ups\nscaled: ring rows"
)
RANGES = (Measurement("wrist.extension", 45), Measurement("shoulder.flexion", 120))
MEMBERS = (
    Person(
        name="Nell",
        key="1",
        ranges=(Measurement("wrist.extension", 45), Measurement("shoulder.flexion", 120)),
    ),
    Person(name="Sorrel", key="2", division="scaled"),
    Person(name="Corin", key="3", cautions=("knee", "no-floor")),
    Person(name="Ames", key="4", adaptive=("seated",)),
    Person(name="Odo", key="5"),
)
JSON = st.recursive(
    st.none() | st.booleans() | st.integers(-5, 5) | st.floats(-9, 9) | st.text(max_size=4),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=3), inner, max_size=3),
    max_leaves=6,
)
FIELDS_OF_AN_ITEM = (
    "name",
    "why",
    "seconds",
    "start_s",
    "end_s",
    "turns",
    "cues",
    "dose",
    "serves",
    "cautions",
)
ITEM = st.builds(
    lambda drill, seconds, fields: {**fields, "drill": drill, "seconds": seconds},
    st.sampled_from(("a", "b", "c")),
    st.integers(1, 90),
    st.dictionaries(st.sampled_from(FIELDS_OF_AN_ITEM), JSON, max_size=6).filter(
        lambda fields: isinstance(fields.get("start_s", 0), int)
    ),
)
ITEMS = st.lists(ITEM, max_size=4)
PAGE = st.fixed_dictionaries(
    {
        **dict.fromkeys(("items", "extras", "cooldown", "homework", "swaps"), ITEMS),
        "breaks": st.lists(st.fixed_dictionaries({"name": st.text(max_size=3), "items": ITEMS}), max_size=2),
        "ramp": st.lists(
            st.fixed_dictionaries({"seconds": st.integers(1, 9), "start_s": st.none() | st.integers(0, 9)}),
            max_size=3,
        ),
        "gaps": st.lists(st.dictionaries(st.text(max_size=3), JSON, max_size=3), max_size=3),
        "title": JSON,
        "notes": st.lists(st.text(max_size=3), max_size=3),
    }
)


def is_free_of_marks(value) -> bool:
    text = json.dumps(value)
    return not any(f'"{mark}"' in text for mark in (LIKE, ENTRIES, FIELDS))


class Packed(unittest.TestCase):
    @given(st.lists(PAGE, min_size=1, max_size=4))
    def test_whatever_is_packed_comes_back(self, pages):
        """Any pages, through JSON and back; the class's is the first of them."""
        pages = [page for page in pages if is_free_of_marks(page)]
        words = json.loads(json.dumps(words_of(pages)))
        for page in pages:
            packed = json.loads(json.dumps(pack(page, pages[0], words)))
            self.assertEqual(unpack(packed, pages[0], words), page)

    def test_a_class_of_five(self):
        """What nobody has changed takes nothing; what is somebody's own is a fraction of their page; and
        nothing shared holds a range, a caution or a name."""
        ask = SessionAsk(text=TEXT, people=MEMBERS, minutes=12, method="general-to-specific")
        made = json.loads(json.dumps(published(ask, [(one, {}) for one in MEMBERS])))
        page, sheets = made
        words = words_of(sheets)
        sizes = []
        for sheet in sheets:
            packed = pack(sheet, page, words)
            self.assertEqual(unpack(packed, page, words), sheet)
            sizes.append(len(json.dumps(packed)) / len(json.dumps(sheet)))
        self.assertLess(max(sizes), 0.25)
        self.assertEqual(pack(sheets[4], page, words), {})
        shared = json.dumps([page, words])
        for private in ("Nell", "has_deg", "Ames", 'kept_to": [{'):
            self.assertNotIn(private, shared)
