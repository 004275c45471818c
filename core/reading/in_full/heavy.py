"""How heavy and how high, in full: 'start at 70 and end around 85 %', 'box 60/50', '22.5s/15s'."""

from __future__ import annotations

from core.reading.in_full.cuts import compiled, way_of

_SAID_OTHERWISE = compiled(
    (
        (  # "Max 3 power clean, 20 min"
            "max",
            r"^\W*(?P<said>max\s+(?P<n>[1-5]))(?=\s+(?:power|hang|squat|clean|snatch|front|back|overhead|dead|bench|push\s+(?:press|jerk)|strict\s+press|press|jerk"
            r"|thruster|OHS|BS|FS|DL|PC|PS)\w*)",
            r"heavy \g<n>",
        ),
        (  # "12 wall balls, 9/6 kg to 3 m"
            "ball",
            r"\bwall[\s-]?balls?\b[^.;\d]*\d{1,2}(?:/\d{1,2})?(?P<said>\s?(?P<unit>kg|lbs?)\s+to\s+(?:a\s+)?)(?=\d(?:[.,]\d)?\s?(?:/\s?\d(?:[.,]\d)?\s?)?m\b)",
            r" \g<unit> ",
        ),
        (  # "max weight clean complex: 1 power clean + 1 jerk"
            "max",
            r"(?P<said>max(?:imum)?\s+(?:weight|load)(?:\s+[^\W\d]{4,14})?\s+complex)(?=\s*:)",
            "heavy complex",
        ),
        (  # "20 box step-overs, DB in one hand 22.5/15"
            " hand",
            r"(?P<said>\s*,?\s*(?:one\s+)?(?P<kit>DB|KB|dumbbell|kettlebell)\s+in\s+(?:one|1)\s+hand)(?=\s+\(?\d)",
            r" with one \g<kit>",
        ),
        (  # "8 push presses at 5RM weight"
            "rm",
            r"(?<=[a-z]\s)(?P<said>(?:@|at|with)\s(?:your\s|the\s|that\s|a\s)?\d{1,2}\s?RM\s(?:weight|load|bar))\b",
            "heavy",
        ),
        (
            "db",
            r"\d\s?[x×]\s?\d{1,2}\s*(?P<said>,\s*DBs?\s+(?P<load>\d{1,2}(?:[.,]5)?))\s*$",
            r" with DB @ \g<load> kg",
        ),
        (  # "DB complex (5 cleans, 5 squats), 2x15/10"
            "x",
            r"\b(?:DBs?|KBs?)\b[^()]*\([^()]*\)(?P<said>\s*,\s*(?P<load>2\s?[x×]\s?\d{1,2}(?:[.,]5)?(?:/\d{1,2}(?:[.,]5)?)?)\s*(?:kg)?)\s*$",
            r" @ \g<load> kg",
        ),
        *(  # "2 KBs 24/16 throughout", "all with two DBs, 22.5/15", '"Two Bells" with 2 KBs (24/16)'
            (
                word,
                r'^\W*(?:["“”][^"“”]{2,30}["“”]\s*[,:–-]?\s*)?(?P<said>(?:all\s+)?(?:(?:with|using|w/)\s+)?'
                rf"(?:{many})\s*{kit}\s*[,:(@–-]?\s*(?P<load>\d{{1,2}}(?:[.,]5)?\s?/\s?\d{{1,2}}(?:[.,]5)?)(?:\s?kg)?\)?"
                r"(?:\s+(?:throughout|for\s+(?:everything|all|all\s+of\s+it)|all\s+the\s+way|the\s+whole\s+way|only))?)\W*$",
                rf"{full} only @ {times}\g<load> kg",
            )
            for word, kit, full in (
                ("b", "(?:KBs?|kettlebells?)", "kettlebell"),
                ("b", "(?:DBs?|dumbbells?)", "dumbbell"),
            )
            for many, times in (("2|two|a\\s+pair\\s+of|double", "2x"), ("one|1|a|single", ""))
        ),
        (  # "Kettlebell flow, 24/16"
            "/",
            r"^\W*(?:KBs?|kettlebells?|DBs?|dumbbells?)\s+(?:flow|complex|circuit|session|class|only|workout|wod|day|ladder)\s*"
            r"(?P<said>[,:(–-]?\s*(?P<load>\d{1,2}(?:[.,]5)?/\d{1,2}(?:[.,]5)?)(?:\s?kg)?\)?)\s*$",
            r" @ \g<load> kg",
        ),
        (  # "12 DB box step-overs (one 22.5/15)"
            "/",
            r"\b(?:DB|dumbbell|KB|kettlebell)\b[^,;:()]*(?P<said>\((?P<many>one|two)\s+(?P<load>\d{1,2}(?:[.,]5)?/\d{1,2}(?:[.,]5)?)\s*(?:kg)?\))",
            r"(\g<many> DB @ \g<load> kg)",
        ),
        (  # "DB shoulder press 4 x 8, 2x15"
            "x",
            r"\b(?:DBs?|KBs?|dumbbells?|kettlebells?)\b[^()]*?\d\s?[x×]\s?\d{1,2}(?:\s?(?:each(?:\s(?:side|arm|leg))?|/\s?(?:side|arm|leg)|per\s(?:side|arm|leg)|reps))?"
            r"(?P<said>\s?,\s(?P<load>2\s?[x×]\s?\d{1,2}(?:[.,]5)?(?:/\d{1,2}(?:[.,]5)?)?)(?:\s?kgs?)?)(?=\s*(?:$|[,;.(]))",
            r" @ \g<load> kg",
        ),
        (
            "drop",
            r"\bdrop(?:ping)?\s+(?:back\s+|down\s+)?to\s+\d{2}\s?%\s+(?P<said>of\s+(?:the\s+"
            r"|your\s+|today['’]?s\s+|that\s+)?(?:top|last|heaviest)"
            r"\s+(?:set|single|double|triple)\s*[,:]?)(?=\s+\d\s?x)",
            "of that for",
        ),
        (
            "s",
            r"\b(?:DB|dumbbell|KB|kettlebell)[^,;:\d]*?[\s,(]+(?:w/\s?|with\s+|@\s?)?"
            r"(?P<said>(?P<his>\d{1,2}(?:[.,]5)?)"
            r"s\s?/\s?(?P<hers>\d{1,2}(?:[.,]5)?)s)(?=\W|$)",
            r"@ \g<his>/\g<hers>",
        ),
        (  # "DB push press 15/10s"
            "s",
            r"\b(?:DBs?|dumbbells?|KBs?|kettlebells?)\b[^,;:/]*?(?<=\s)(?P<said>(?:w/\s?|with\s+|@\s?|\()?(?P<his>\d{1,2}(?:[.,]5)?)/(?P<hers>"
            r"\d{1,2}(?:[.,]5)?)s\)?)(?=\W|$)",
            r"@ \g<his>/\g<hers>",
        ),
        (  # "start at 70 and end around 85 %"
            "%",
            r"(?P<said>(?:start(?:ing)?|begin(?:ning)?)\s+(?:at|with|from)\s+(?P<low>\d{2,3}"
            r")\s?%?\s*(?:and|,|then)?\s*(?:end(?:ing)?|finish(?:ing)?|up)"
            r"\s+(?:(?:at|around|near|with|to|about)\s+)*(?P<high>\d{2,3})\s?%)",
            r"@ \g<low>-\g<high>%",
        ),
        ("@", r"@\s?\d{2,3}(?P<said>,)(?=\s*(?:every|e\d?mom|otm)\b)", " "),
        (
            "single",
            r"(?P<said>\b(?:work|build)(?:ing)?\s+(?:up\s+)?to\s+(?:an?\s+)?(?P<share>\d{2})"
            r"\s?%\s+single)(?!\s?-?under)",
            r"1 x 1 @ \g<share>%",
        ),
        (  # "work up to 85 %, then 3x3 there"
            "then",
            r"\bto\s+(?P<share>\d{2})\s?%[^%]*?\bthen\s+\d{1,2}\s?[x×]\s?\d{1,2}(?P<said>\s+"
            r"(?:there|(?:at|with)\s+(?:that|the\s+same)(?:\s+(?:weight|load|percent(?:age)?"
            r"))?))(?=\s*(?:$|[,;.]))",
            r" @ \g<share>%",
        ),
        ("%+", r"(?<=\d)\s?%(?P<said>\+)(?=\s*(?:[(,;.]|$))", " "),
        (
            "daily",
            r"\b(?:up\s+)?to\s+(?:a|the|your)\s+(?:daily|day['’]?s)\s+(?:max|best)(?:\s+single)?\b",
            "build to a heavy single",
        ),
        (  # "Step-ups: single DB 22.5/15"
            "single",
            r":\s(?P<said>(?:a\s)?single\s(?P<kit>DB|KB|dumbbell|kettlebell))(?=\s\d)",
            r"\g<kit>",
        ),
        (  # "1 heavy single, back-off 3x3 @ 90 %"
            "heavy single",
            r"(?<![\w/.x×])(?P<said>(?:1|one|a)\s)(?=heavy\ssingle\s?(?:[,;.]|then\b|$))",
            "build to a ",
        ),
        ("max", r"\bmax(?:imum)?\s+reps?(?P<said>\s+(?P<load>\d{1,3}/\d{1,3}))(?=\s*$)", r" @ \g<load>"),
        (
            "box",
            r"\bbox(?:es)?\s*:?\s*(?P<said>(?P<h>[4-7]\d\s?/\s?[3-6]\d))(?!\s?(?:cm|kg|in|[\"”/\d]))",
            r"\g<h> cm",
        ),
        (
            "box",
            r"\bbox(?:es)?\s*:?\s*(?P<said>(?P<h>2[04]\s?/\s?(?:20|18|16|14|12)))(?!\s?(?:cm"
            r"|kg|in|[\"”/\d]))",
            r"\g<h> in",
        ),
        ("cal/h", r"@\s?(?P<said>\d{3,4}\s?cal/h(?:r|our)?\b)", "pace"),
        (
            "to max",
            r"(?:snatch|clean|jerk|press|squat|deadlift|bench)\s+(?P<said>to\s+max)\b(?!\s*"
            r"(?:effort|reps?|cal|\d))",
            "to 1RM",
        ),
        (
            "moderately",
            r"\b(?:warm|work|build)(?:ing)?\s+up\s+to\s+an?\s+moderately\s+heavy(?=\s+(?:\d|"
            r"set|single|double|triple))",
            "build to a heavy",
        ),
        (  # "9 deadlifts, 9 hang cleans, one bar 50/35"
            "bar",
            r"(?P<said>,\s*(?:all\s+(?:with\s+|on\s+)?)?(?:one|same|1)\s+bar(?:bell)?\s*[:,@]?\s*(?P<load>\d{2,3}\s?/\s?\d{2,3}"
            r"(?:\s?(?:kg|lbs?))?))(?=\W*$)",
            r" (\g<load>)",
        ),
        (  # "push presses x 9 - 40/27.5 kg"
            "/",
            r"\bx\s?\d{1,3}(?P<said>\s+[-–]\s+|\s*[,:]\s+)(?=\d{1,3}(?:[.,]\d)?\s?/\s?\d{1,3}(?:[.,]\d)?(?:\s?(?:kg|lbs?))?\s*(?:$|[,;+&)/]|and\b))",
            " @ ",
        ),
        (  # "ski 12 cal / 15/12 cal row"
            "cal",
            r"(?<!\d\s[-–]\s)\b(?P<said>(?P<way>ski|row|bike)\s+(?P<far>\d{1,3}\s?cals?))(?=\s+/\s+(?:\d|(?:ski|row|bike|run)\s+\d))",
            r"\g<far> \g<way>",
        ),
        (  # "13 power cleans, 60/42.5 kg / 5 pull-ups"
            "/",
            r"(?<=[^\W\d])(?P<said>\s*,\s*)(?=\d{1,3}(?:[.,]\d)?/\d{1,3}(?:[.,]\d)?\s?(?:kg|lbs?)\s*[/+])",
            " ",
        ),
        ("ramp", r"\bramp(?:ing)?\s+(?:up\s+)?to(?=\s+(?:an?\s+)?(?:heavy|tough|max|\d))", "build to"),
        ("heavy-ish", r"\bheavy-?ish\b", "heavy"),
        ("", r"(?<=\d)['’′]{2}", '"'),
        (
            "(",
            r"(?<=\d)(?P<said>\s*\((?:women|ladies|girls|w|f)\s*:?\s*)"
            r"(?=\d{1,3}(?:[.,]\d)?\s*(?:kg|lbs?)?\))",
            "/",
        ),
        (  # "2 front squats (start at 70%, go up)"
            "start",
            r"(?P<said>\(\s*start(?:ing)?\s+(?:at|from|with|@)\s+(?P<p>\d{2}\s?%)\s*[,;&]?\s*(?:and\s+|then\s+)?(?:go(?:ing)?\s+up|build(?:ing)?"
            r"(?:\s+up)?|climb(?:ing)?|increas(?:e|ing)|add(?:ing)?(?:\s+(?:weight|load))?|up)(?:\s+(?:from\s+there|each\s+set|as\s+you\s+go))?\s*\))",
            r"@ \g<p>",
        ),
        ("submax", r"\bsub-?max(?:imal)?\b(?=\s*(?:$|[,;.)(]))", "max"),
        (  # "Deadlift (build to a heavy double)"
            "heavy",
            r"(?<=[^\W\d])(?P<said>\s*\(\s*(?P<how>(?:build|work)(?:ing)?\s+(?:up\s+)?to\s+an?\s+heavy\s+[^()]{1,30})\))",
            r", \g<how>",
        ),
        (
            "to heavy",
            r"^[^(]*?(?P<said>\b(?:build|work)(?:ing)?\s+(?:up\s+)?to\s+heavy)(?=\s*(?:$|[,:.;)]|in\s+\d))",
            "build to a heavy complex",
        ),
        (
            "rep",
            r"(?:^|\s[-–:]\s)(?P<said>(?P<n>[1-9])[\s-]?reps?[\s-]?max(?:imum)?)\b(?!\s+(?:effort|reps))",
            r"\g<n>RM",
        ),
        (
            "max set",
            r"(?P<said>\bmax(?:imum)?\s+set\s+of\s+(?P<n>\d{1,2}))(?=\s*(?:$|[,.;(]))",
            r"build to a heavy \g<n>",
        ),
        ("minus", r"(?<=\bmax )(?P<said>minus\s+)(?=\d)", "-"),
    )
)


WAYS = (way_of(_SAID_OTHERWISE),)
