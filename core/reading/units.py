"""Exact conversions. Sources: international yard and pound agreement 1959; pood as sold today (16.38 kg, estimate)."""

KG_PER = {"kg": 1.0, "lb": 0.45359237, "pood": 16.38}
METRE_PER = {"m": 1.0, "km": 1000.0, "cm": 0.01, "ft": 0.3048, "in": 0.0254, "mile": 1609.344}
SECOND_PER = {"s": 1, "min": 60, "hour": 3600}

SPELLINGS = {
    "kg": ("kg", "kgs", "kilo", "kilos", "kilogram", "kilograms"), "lb": ("lb", "lbs", "pound", "pounds", "#"),
    "pood": ("pood", "poods"), "m": ("m", "meter", "meters", "metre", "metres"),
    "km": ("km", "kilometer", "kilometers", "kilometre", "kilometres"),
    "cm": ("cm", "centimeter", "centimeters", "centimetre", "centimetres"), "ft": ("ft", "foot", "feet", "'"),
    "in": ("in", "inch", "inches", '"', "''"), "mile": ("mile", "miles", "mi"),
    "cal": ("cal", "cals", "calorie", "calories"), "s": ("s", "sec", "secs", "second", "seconds"),
    "min": ("min", "mins", "minute", "minutes"), "hour": ("hour", "hours"), "percent": ("%", "percent"),
}
UNIT_OF = {spelling: unit for unit, spellings in SPELLINGS.items() for spelling in spellings}
HEIGHT_UNITS = ("cm", "in")
