"""Exact conversions. Sources: international yard and pound agreement 1959; pood as sold today (16.38 kg,
estimate)."""

import re

KG_PER = {"kg": 1.0, "lb": 0.45359237, "pood": 16.38}
METRE_PER = {"m": 1.0, "km": 1000.0, "cm": 0.01, "ft": 0.3048, "in": 0.0254, "yd": 0.9144, "mile": 1609.344}
SECOND_PER = {"s": 1, "min": 60, "hour": 3600}
MINUTE_S = SECOND_PER["min"]

LOAD_UNITS = (*KG_PER, "percent")

# "'" and '"' are feet and inches beside a box or a walk and minutes and seconds beside a clock: kept apart
# until the
# neighbours are known. "k" is kilometres of a run and kilograms of a bell, likewise.
SPELLINGS = {
    "kg": ("kg", "kgs", "kilo", "kilos", "kilogram", "kilograms"),
    "lb": ("lb", "lbs", "pound", "pounds", "#"),
    "pood": ("pood", "poods"),
    "m": ("m", "meter", "meters", "metre", "metres", "mtr", "mtrs"),
    "km": ("km", "kms", "kilometer", "kilometers", "kilometre", "kilometres"),
    "cm": ("cm", "cms", "centimeter", "centimeters", "centimetre", "centimetres"),
    "ft": ("ft", "foot", "feet"),
    "in": ("in", "inch", "inches"),
    "yd": ("yd", "yds", "yard", "yards"),
    "mile": ("mile", "miles", "mi"),
    "cal": ("cal", "cals", "kcal", "kcals", "calorie", "calories"),
    "s": ("s", "sec", "secs", "second", "seconds"),
    "min": ("min", "mins", "minute", "minutes"),
    "hour": ("hour", "hours", "hr", "hrs"),
    "percent": ("%", "percent"),
    "single-mark": ("'",),
    "double-mark": ('"', "''"),
    "k": ("k",),
}
UNIT_OF = {spelling: unit for unit, spellings in SPELLINGS.items() for spelling in spellings}
HEIGHT_UNITS = ("cm", "in")
SHORTEST_RUN_M = 100  # a bare distance from here on is a run; common practice
TIMES = re.compile(r"\d+\s?[x*×]", re.IGNORECASE)  # "5 x 65%", "1 x 85%"
BELLS = re.compile(r"\d+(?:[.,]\d+)?s(?:\s?/\s?\d+(?:[.,]\d+)?s)?")  # "22s", "20s/12.5s": dumbbells
