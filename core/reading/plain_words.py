"""Words in the form in which names are compared: small letters, hyphens and dots as spaces, singular, usual
abbreviations written out."""

from __future__ import annotations

from functools import lru_cache

SHORT_FORMS = {
    "db": "dumbbell",
    "dbs": "dumbbell",
    "dbl": "double",
    "kb": "kettlebell",
    "kbs": "kettlebell swing",
    "bb": "barbell",
    "mb": "medicine ball",
    "med": "medicine",
    "alt": "alternating",
    "sn": "snatch",
    "bal": "balance",
    "sa": "single arm",
    "sl": "single leg",
    "oh": "overhead",
    "w": "with",
    "w/": "with",
    "w/o": "without",
    "str": "strict",
    "hs": "handstand",
    "rev": "reverse",
    "bw": "bodyweight",
    "lat": "lateral",
    "pullup": "pull up",
    "pushup": "push up",
    "pressup": "press up",
    "chinup": "chin up",
    "situp": "sit up",
    "stepup": "step up",
    "muscleup": "muscle up",
    "getup": "get up",
    "vup": "v up",
    "deadlift": "deadlift",
    "dead-lift": "deadlift",
    "sdlhp": "sumo deadlift high pull",
    "stepover": "step over",
    "wallball": "wall ball",
    "wallbal": "wall ball",
    "pul": "pull",
    "boxjump": "box jump",
    "snathce": "snatch",
    "facing": "facing",
    "farmers": "farmer",
    "farmer's": "farmer",
    "grip": "grip",
    "ft": "foot",
    "crossover": "cross over",
    "doubleunder": "double under",
    "rear-foot": "rear foot",
    "ctb": "chest to bar",
    "c2b": "chest to bar",
    "ttb": "toe to bar",
    "t2b": "toe to bar",
    "sy": "synchro",
    "ext": "extension",
    "stoh": "shoulder to overhead",
    "s2oh": "shoulder to overhead",
    "s2o": "shoulder to overhead",
    "sto": "shoulder to overhead",
    "dl": "deadlift",
    "dls": "deadlift",
    "pwr": "power",
    "cln": "clean",
    "sqcl": "squat clean",
    "thr": "thruster",
    "mu": "muscle up",
    "mus": "muscle up",
    "abmats": "abmat",
    "ab-mat": "abmat",
    "bss": "bulgarian split squat",
    "pulldown": "pull down",
    "medball": "medicine ball",
    "slamball": "slam ball",
    "pushdown": "push down",
}
LIMBS = frozenset(
    ("arm", "leg", "hand", "handed", "foot")
)  # "one arm" is "single arm"; any other "one" is just one
IRREGULAR = {
    "us": "us",
    "ups": "up",
    "abs": "ab",
    "calves": "calf",
    "feet": "foot",
    "lats": "lat",
    "toes": "toe",
    "knees": "knee",
    "press": "press",
    "bus": "bus",
    "dips": "dip",
    "series": "series",
    "cross": "cross",
    "plus": "plus",
    "pass": "pass",
    "this": "this",
    "as": "as",
    "is": "is",
    "his": "his",
    "tris": "tris",
}


def plain(text: str) -> str:
    """Words in the form in which names are compared."""
    return " ".join(plain_words(text))


@lru_cache(maxsize=8192)
def plain_words(text: str) -> tuple[str, ...]:
    found: list[str] = []
    for word in (
        text.lower().replace("t&g", "tng").replace("-", " ").replace("/", " ").replace("&", " and ").split()
    ):
        word = word.strip(".,'()").replace(".", "")
        if not any(letter.isalnum() for letter in word):
            continue
        whole = SHORT_FORMS.get(word) or SHORT_FORMS.get(singular(word)) or singular(word)
        found.extend(whole.split())
    return tuple("single" if _is_one_limb(found, index) else word for index, word in enumerate(found))


def _is_one_limb(words: list[str], index: int) -> bool:
    return words[index] in ("1", "one") and index + 1 < len(words) and words[index + 1] in LIMBS


def singular(word: str) -> str:
    """'lunges' -> 'lunge', 'presses' -> 'press', 'carries' -> 'carry', \"farmer's\" -> 'farmer'."""
    if word in IRREGULAR:
        return IRREGULAR[word]
    if word.endswith("'s"):
        return word[:-2]
    if len(word) < 4 or not word.endswith("s") or word.endswith("ss"):
        return word
    if word.endswith("ies") and len(word) > 4:
        return word[:-3] + "y"
    if word.endswith(("sses", "shes", "ches", "xes", "zzes")):
        return word[:-2]
    return word[:-1]


def words_with_places(text: str) -> list[tuple[int, int, str]]:
    """(start, end, plain word) of every plain word; words made of several share their place."""
    found, place = [], 0
    for word in text.split():
        place = text.index(word, place)
        for form in plain_words(word):
            found.append((place, place + len(word), form))
        place += len(word)
    forms = [form for _, _, form in found]
    return [
        (start, end, "single" if _is_one_limb(forms, index) else form)
        for index, (start, end, form) in enumerate(found)
    ]
