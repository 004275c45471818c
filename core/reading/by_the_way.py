"""Turns of speech with numbers in them that are no amounts: 'leave 1 in the tank', 'add 3-5 % each set', 'in
each 3 min:', 'stop at 3:00'."""

from __future__ import annotations

import re

from core.reading.line import Line

_MANY = r"(?:\d{1,2}|one|two|three|a\s+few|a)"
_TURNS = tuple(  # what a line must hold in small letters, one of these, for its turn to be sought in it
    (tuple(needs.split("|")), re.compile(pattern, re.IGNORECASE))
    for needs, pattern in (
        (
            "tank",
            rf"\bleav(?:e|ing)\s+{_MANY}(?:\s*[-–]\s*\d)?(?:\s+reps?)?\s+in\s+(?:the\s+|your\s+)?tank\b",
        ),
        (
            "add|increas|up",
            r"\b(?:and\s+)?(?:add(?:ing)?|increas(?:e|ing)|go(?:ing)?\s+up|up)\s+(?:by\s+)?"
            r"\d+(?:[.,]\d+)?(?:\s*[-–]\s*\d+(?:[.,]\d+)?)?\s*"
            r"(?:%|kgs?|lbs?|percent)\s+(?:each|every|per|a)\s+(?:set|round|week|lift|time|\d+\s+reps?)\b",
        ),
        (
            "kids|child|junior|minis|teens|youth",
            r"^\W*(?:kids|children|juniors?|minis|teens|youth)['’]?(?:\s+(?:class|group))?\s"
            r"*[:(,–-]?\s*(?:ages?d?\s+)?"
            r"\d{1,2}\s*(?:[-–]|to)\s*\d{1,2}(?:\s*(?:years?|yrs?|y)\b)?",
        ),
        (
            "dead hang|deadhang|full hang",
            r"\b(?:dead\s?|full\s)hang\s+(?:at\s+the\s+bottom\s+(?:of\s+)?)?(?:every|each)\s+rep\b",
        ),
        (
            "set-up|set up|setup",
            r"\b(?:deadlift|squat|clean|snatch|jerk|press|bench)\s+set[- ]?up\b(?!\s+to)",
        ),
        (
            "incl",
            r"\(?\bincl(?:\.|uding|udes)?\s+(?:0:00|the\s+(?:first|last)(?:\s+(?:one|round|minute|set))?)\)?",
        ),
        (
            "shar",
            r"\(?\bshare\s+(?:the\s+)?(?:bars?|boxes|racks?|rigs?|machines?|rowers?|bikes?|benches)\b(?:\s*,\s*[2-6]\s+(?:to|per|on|at)\s+"
            r"(?:a|one|each)?\s*[^\W\d]+)?\)?",
        ),
        (
            "then|after that|afterwards",
            r"^\W*(?:(?:and\s+)?then|after\s+that|afterwards)\s*,?\s+(?P<said>abs|core|arms|shoulders|legs|accessor(?:y|ies)|finisher|metcon"
            r"|conditioning|strength|skill|upper|lower|midline)(?=\s*[:–-]\s)",
        ),
        ("last set", r",\s*(?P<said>last\s+set)(?=\s+(?:around|about|at|near|@)\s*\d{2}\s?%)"),
        ("ladder", r"^\W*[^\W\d][^:\d]{2,24}\s(?P<said>ladder)\s*:(?=\s*\d{1,2}\s?(?:@|x\s?\d{2,3}))"),
        (
            "every",
            r"^\W*(?:@|at)\s*\d{2}[^:]*%\s*,?\s*(?P<said>(?:new\s+set\s+)?every\s+\d(?::\d\d|\s*min(?:ute)?s?))\W*$",
        ),
        ("rm", r",\s*(?P<said>last\s+(?:set|one)\s+(?:is\s+)?(?:an?\s+)?\d\s?RM)\W*$"),
        ("sprint", r"(?:^\W*|:\s*)(?P<said>sprint)\s*\.(?=\s*\d)"),
        ("happy", r"^\W*(?P<said>happy\s+(?:mon|tues|wednes|thurs|fri|satur|sun)day)\b"),
        ("choose|pick", r"^[^\d:]*\b(?:choose|pick)\s+(?:one\s*(?:of|:)?\s*|your\s+)?[^\d:]{3,60}$"),
        ("roll", r"^\W*(?P<said>roll(?:ing)?\s+out)\W*$"),
        (
            "singles",
            r"\b(?P<said>(?:alternate|alternating|quick|fast|steady|smooth|controlled|dropped|touch\s+and\s+go)\s+singles)(?=\W*$)",
        ),
        (  # "20 deadlifts - sets of 5"
            "sets of",
            r"^\W*\d{1,3}\s+[^\W\d][^\d,;:()@]{2,30}?(?P<said>\s*[-–,(:]\s*(?:in\s+|break\s+(?:it\s+)?(?:up\s+)?(?:in(?:to)?\s+)?)?sets\s+of\s+\d{1,2}(?:\s?[-–/]\s?\d{1,2})?\)?)\W*$",
        ),
        (  # "pull-ups (kipping, butterfly or strict)"
            "strict",
            r"(?P<said>\(\s*(?:(?:any|all|kip(?:ping)?|butterfly|strict|ring|band(?:ed)?|style|grip|both)(?:\s*[,/]\s*|\s+(?:or|and)\s+|\s+)?){2,5}(?:\s+(?:ok|allowed|fine))?\s*\))",
        ),
        ('"|“', r"^\W*(?P<said>[\"“]\d{1,3}(?:-\d{1,3})?[\"”])(?=\s+(?:for\s+time|amrap|\d|[–-]\s))"),
        (
            "rest so",
            r"^\W*(?P<said>rest\s+so\s+(?:that\s+)?you\s+(?:start|go|begin)\s+every\s+\d[\d:]*(?:\s*min(?:ute)?s?)?)\W*$",
        ),
        ("wk", r"^\W*wk\.?\s*\d{1,2}(?=\s*[—–:,/|-])"),
        (
            "waves",
            r"\b[2-9]\s+waves?(?:\s+of\s+\d{1,2})?\b(?:\s*,?\s*(?:go|starts?|starting|leave|"
            r"leaving)\s+every\s+\d{1,2}\s*(?:min(?:ute)?s?|'))?",
        ),
        (
            "bar|rack",
            r"\b(?:two|three|[23])\s+(?:people\s+|athletes\s+)?(?:per|to\s+a|on\s+one|on\s+a"
            r"|share\s+a|sharing\s+a)\s+(?:bar|rack|barbell)\b",
        ),
        ("shar", r"\(\s*(?:share|sharing|shared)\s+(?:one|1|a|the)\s+[^\W\d]+\s*\)"),
        ("clean rep", r"\bclean\s+reps?\b"),
        (
            "weight",
            r"\b(?:build|work|warm)(?:ing)?\s+(?:up\s+)?to\s+(?:your\s+|the\s+|an?\s+)?"
            r"[^\W\d]+(?:\s[^\W\d]+)?\s+weight\b",
        ),
        (
            "solo|alone|individual",
            r"\b(?:solo|alone|individual(?:ly)?)\s+or\s+(?:in\s+|as\s+|with\s+)?(?:an?\s+)?"
            r"(?:pairs?|partners?|teams?(?:\s+of\s+\d)?)\b(?:\s*\([^)]*\))?",
        ),
        (
            "solo|alone|individual",
            r"\b(?:in\s+|as\s+|with\s+)?(?:an?\s+)?(?:pairs?|partners?|teams?(?:\s+of\s+\d)?"
            r")\s+or\s+(?:solo|alone|individual(?:ly)?)\b",
        ),
        ("drill|exercise|task", r"^\W*(?:drill|exercise|ex\.?|task)\s+\d{1,2}\s*[:.)](?=\s)"),
        ("or add", r"\bor\s+add\s+\d{1,2}\s+[^\W\d]+(?:s\b)?(?=\W*$)"),
        (
            "week|wk|day|session",
            r"\(?\b(?:week|wk|day|session)\s*\d{1,2}\s*(?:/|of)\s*\d{1,2}(?:\)|(?=\s*(?:$|[,.:;–-])))",
        ),
        (
            "after|following",
            r"^\W*(?:directly|straight|right|immediately)\s+(?:after|following)\s+(?:(?:even"
            r"t|workout|wod|part|piece)\s+)?"
            r"(?:\d[A-Za-z]?|[A-D])\b\s*,?(?:\s*at\s+\d{1,2}:\d{2}\b\s*,?)?",
        ),
        (
            "with ",
            r"\bwith\s+(?:\d|one|two|three|four)\s+(?:bars?|barbells?|ropes?|boxes|box|rower"
            r"s?|sleds?|bikes?|rigs?)(?=\s*[:,;]|\s*$)",
        ),
        ("for load", r"^\W*for\s+load\b(?=\s*:)"),
        (
            "working",
            r"\b[1-3]\s+(?:athletes?\s+|people\s+|partners?\s+)?working(?:\s+at\s+a\s+time)?"
            r"(?=\s*(?:[:,;)]|$))",
        ),
        (
            "every",
            r"\b(?:switch|change|swap)\s+(?:the\s+)?(?:runner|rower|partner|athlete|person)s"
            r"?\s+every\s+\d+\s?[^\W\d]{0,8}",
        ),
        ("choose|pick", r"\(\s*(?:choose|pick)\s+(?:any\s+)?(?:\d|one|two|three)\s*\)"),
        (
            "through|times|rounds| x",
            r"(?:^\W*|[.!]\s+)(?P<said>\d{1,2}\s*(?:min(?:ute)?s?|')\s*:)(?=\s*\d{1,2}\s*(?:"
            r"min(?:ute)?s?|')\s+[^\W\d][^,:]*,"
            r"\s*\d{1,2}\s*(?:min|').*(?:through|times|rounds|\bx\s?\d))",
        ),
        (
            "heat",
            r"\b(?:heats?|waves?)\s+(?:(?:start|go|leave|run)(?:s|ing)?\s+)?every\s+\d+\s*(?:min(?:ute)?s?|['’])",
        ),
        ("(", r"(?<=[^\W\d]\s)\(\s*(?:single|double|a\s+pair|pair|one|two)(?:\s*,\s*[^\W\d]+)?\s*\)"),
        ("(", r"(?<=\d\s)\(\s*(?:single|double)(?:\s*,\s*[^\W\d]+)?\s*\)"),
        ("go", r"^\W*3\W{1,3}2\W{1,3}1\W{0,3}go\b"),
        ("5/3/1", r"\b5\s?/\s?3\s?/\s?1\s*,?\s*(?:wk|week|cycle|day)\s*\d\s*(?=[:,–-])"),
        (
            "within",
            r"[,;(]\s*(?:all\s+)?within\s+\d{1,2}\s?s(?:ec(?:ond)?s?)?\s+of\s+(?:each\s+other|the\s+first)\)?",
        ),
        ("start", r",\s*start(?:ing)?\s+(?:light|easy)(?:\s+and\s+(?:build|add))?(?=\s*(?:$|[,;.:)]))"),
        ("complex", r"(?<=complex)\s*,\s*unbroken(?=\s*,)"),
        ("if ", r"\(\s*\d{1,3}\s+if\b[^()]*\)"),
        (
            "if ",
            r"(?<!\s)\s*(?:\.{2,3}|…|,|\s[-–])\s*\d{1,3}\s+if\s+(?:new|you|it|that|needed|this|not)\b[^,;:]*",
        ),
        ("if ", r"\(\s*(?:add|go)\b[^()]{2,24}\bif\b[^()]*\)"),
        (
            "between",
            r"^\W*\d{1,2}(?::\d\d)?\s?(?:min(?:ute)?s?|s(?:ec)?s?|')?\s+(?:rest\s+|break\s+|to\s+change\s+)?between\s+"
            r"(?:machines|movements|exercises|stations|pieces|blocks|waves|lifts)\W*$",
        ),
        ("partner up", r"(?<!\s)\s*[,;–-]\s*partner\s+up\b[^;.]*"),
        (
            "bar",
            r"(?<!\s)\s*[,;–(-]\s*(?:shar(?:e|ing)\s+(?:a|the|one)\s+(?:bar(?:bell)?|rack)|(?:one|1)\s+bar(?:bell)?\s+(?:for|per)\s+(?:two|three|2|3|pair))\b[^;.]*",
        ),
        (
            " min ",
            r"(?<=[a-z])\s*[:(–-]\s*(?:\d{1,2}\s?(?:min(?:ute)?s?|s(?:ec)?s?|')\s+(?:easy|hard|steady|moderate|fast|slow)\s*[,/+&]?\s*(?:and\s+|then\s+)?){2,}"
            r"(?:,?\s*[x×]\s?\d{1,2})?\)?(?=\W*$)",
        ),
        ("not a", r"(?<=[^\W\d])\s*,\s*not\s+an?\s+[^\d,;:()]{2,20}(?=\s*(?:$|[.;)]))"),
        (
            "ing with the",
            r"(?<=[^\W\d])\s*[,;(–-]\s*(?:start|beginn|finish)ing\s+with\s+the\s+[^\d,;:()]{3,30}?\)?(?=\s*(?:$|[.;]))",
        ),
        (
            "start with the",
            r"(?<=[^\W\d])\s*[,;(–-]\s*(?:start|begin)\s+with\s+the\s+[^\d,;:()]{3,30}?\)?(?=\s*(?:$|[.;]))",
        ),
        ("quality", r"(?<=quality)(?P<said>\s*[,–-]?\s*not\s+(?:for\s+)?time)\b"),
        ("singles", r"(?<=[\d%]\s)(?:/\s*)?(?P<said>then\s+singles)(?=\s*(?:$|[.;(]))"),
        ("as a team", r"^\W*(?:then\s+)?(?P<said>as\s+a\s+(?:team|pair|trio|group))\s*(?=:)"),
        ("walk|jog", r"\(\s*(?:easy\s+|slow\s+)?(?:walk|jog)(?:ing)?\s+(?:down|back|return)[^()\d]*\)"),
        (
            "walk|jog",
            r",\s*(?:easy\s+|slow\s+)?(?:walk|jog)(?:ing)?\s+(?:back\s+)?(?:down|back|home)"
            r"(?:\s+recovery)?(?=\s*(?:$|[.;,)]))",
        ),
        ("afap|fast", r"(?<=[^\W\d]\s)\(?(?:afap|as\s+fast\s+as\s+possible)\)?(?=\s*$)"),
        (
            "shar",
            r",?\s*\b(?:share|sharing)\s+(?:an?|one|the)\s+(?:rack|bar(?:bell)?|rower|bike|p"
            r"latform|box)\b(?:\s+(?:in\s+)?(?:twos|threes|pairs))?(?=\s*(?:$|[,.;)]))",
        ),
        (
            "switch|change|swap",
            r"\b(?:switch|change|swap)\s+every\s+\d+\s?(?:m|met(?:er|re)s|cals?)\s*(?:/|or|,"
            r")\s*\d+\s?(?:m|met(?:er|re)s|cals?)(?!\w)",
        ),
        ("day", r"^\W*(?!(?:mon|tues|wednes|thurs|fri|satur|sun)day)[a-z]+(?:\s[a-z]+)?\s+day\s*:(?=\s)"),
        (
            "while",
            r"\b(?:as\s+heavy\s+as\s+possible\s+)?while\s+(?:walking|moving|standing|breathing|resting)\b",
        ),
        ("score", r"(?<=[,;]\s)score(?:\s+is|:)?\s+[^\d,;:]+(?=\W*$)"),
        ("you go", r"\(\s*you\s+go,?\s+i\s+go(?P<said>\s*:[^()]*)(?=\))"),
        (" there", r"(?<=\d)\s+there\b(?=\s*(?:$|[,.;)]))"),
        ("every set", r"(?<!after )(?<!between )(?<!in )\bevery\s+set(?=\W*$)"),
        (
            "add",
            r"\b(?:and|then)\s+add(?:ing)?\s+\d+(?:[.,]\d+)?(?:\s*[-–]\s*\d+(?:[.,]\d+)?)?\s"
            r"*(?:%|kgs?|lbs?)(?=\s*(?:$|[.,;)]))",
        ),
        ("superset", r"(?<=\d\s)(?:as\s+(?:a\s+)?)?superset(?:ted)?(?=\s*(?:[;,.)]|$))"),
        (":", r"\b(?:till|until|to)\s+\d{1,2}:\d{2}(?=\s*$)"),
        (
            "between",
            r",?\s*\d{1,2}(?::\d{2})?\s*(?:min(?:ute)?s?|s(?:ec)?|')?\s+(?:(?:in|easy|off)\s+)?between"
            r"(?=\s*(?:$|,))",
        ),
        ("all", r"(?:\bthen\s+)?\ball\s+(?:of\s+you|together|[2-6]|two|three|four|five|six)\s*:"),
        ("needed", r"(?<=needed),\s*\d{1,3}\s*min(?:ute)?s?\s+total\b"),
        (
            "(",
            r"\(\s*\d{2,3}\s*[-–]\s*\d{2,3}(?:\s*/\s*\d{2,3}\s*[-–]\s*\d{2,3}\s*(?:kgs?|lbs?"
            r")?|\s*(?:kgs?|lbs?))\s*\)",
        ),
        (
            "partition",
            r"\bpartition(?:ed)?\s+(?:the\s+)?[^:,;.\d]{0,60}?\b(?:any\s?(?:way|how)|as)\s+"
            r"(?:you\s+)?(?:want|like|need(?:ed)?|wish|please)\b",
        ),
        (
            "down|up|pause|negative|eccentric|lower|descent",
            r",?\s{0,3}\(?\b\d\s?(?:s|secs?|seconds|counts?)\s+(?:down|up|pauses?|negatives?|ecc"
            r"entrics?|lower(?:ing)?|descent)\b"
            r"(?:\s+(?:at|in|on)\s+(?:the\s+)?\w+(?:\s+and\s+\w+)?)?\)?",
        ),
        (
            "record|log|note|write",
            r"^\W*(?:record|log|note|write\s+down)\s+(?:the\s+|your\s+)?(?:best|heaviest|sco"
            r"re|time|result)s?\b",
        ),
        (
            "goal|target|aim",
            r"\b(?:goal|target|aim)\s*:?\s*(?:is\s+)?(?:sub|under|below)\s*-?\d{1,2}(?::\d"
            r"{2}|\s*(?:min(?:ute)?s?\b|'))?(?!\d)",
        ),
        (
            "amrap|possible",
            r"^\W*(?:in\s+)?\d{1,2}\s*(?:min(?:ute)?s?|')\s*:.*?(?P<said>[,;]\s*(?:as\s+many"
            r"\s+(?:rounds|reps)(?:\s*(?:and|&|\+)\s*reps)?"
            r"\s+as\s+possible|amrap)\s*[.!]?)$",
        ),
        (
            "/2|/4",
            r"\b1\s*(?:&|\+|and)?\s*[13]/[24]\s+(?=(?:reps?|front|back|overhead|goblet|squat"
            r"s?|bench|split|air|pull|push|ring|chin)\b)",
        ),
        (
            "jog|walk",
            r",\s*\d{1,3}(?::\d{2})?\s*(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|m|'|\")?\s+(?:eas"
            r"y\s+|slow\s+)?(?:jog|walk)(?:ing)?\s+(?:recover(?:y|ies)?(?!\w)|(?:in\s+)?betw"
            r"een(?:\s+(?:reps|sets|rounds|each|intervals|efforts))?(?=\s*(?:[.;,)]|$)))",
        ),
        (
            "jog|walk",
            r"\d{1,2}\s*x\s*\d+(?:\.\d+)?\s*k?m\b[^,;]*?(?P<said>(?:\bw/|\bwith)\s*(?:an?\s+"
            r")?\d{1,4}\s*(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|m)\s+"
            r"(?:easy\s+|slow\s+)?(?:jog|walk)(?:ing)?)(?=\s*(?:[.,;)]|$))",
        ),
        (
            "jog|walk",
            r"^\W*(?:[^\W\d][\w ]{2,20}:\s*)?(?:then\s+)?(?:(?:run|row|bike|ski)\s+\d{1,2}\s*x\s*\d"
            r"|\d{1,2}\s*x\s*\d+(?:\.\d+)?\s*k?m\b).*?(?:[,/]|\bw/|\bwith)\s*"
            r"(?P<said>\d{1,4}(?::\d{2})?\s*(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|m|['\"])?\s+"
            r"(?:easy\s+|slow\s+)?(?:jog|walk)(?:ing)?)(?=\s*(?:[.,;)]|$))",
        ),
        (  # "8 x 200 m run, walk 100 m"
            "jog|walk",
            r"^\W*(?:[^\W\d][\w ]{2,20}:\s*)?(?:then\s+)?(?:(?:run|row|bike|ski)\s+\d{1,2}\s*x\s*\d"
            r"|\d{1,2}\s*x\s*\d+(?:\.\d+)?\s*k?m\b).*?(?:[,/]|\bw/|\bwith)\s*"
            r"(?P<said>(?:easy\s+|slow\s+)?(?:jog|walk)(?:ing)?\s+\d{1,4}(?::\d{2})?\s*(?:min(?:ute)?s?"
            r"|s(?:ec(?:ond)?s?)?|m|['\"])?(?:\s+(?:easy|slow|(?:in\s+)?between(?:\s+(?:reps|sets|rounds|each))?))?)"
            r"(?=\s*(?:[.,;)]|$))",
        ),
        (  # "8 x 200 m run, 100 m walk back"
            "walk|jog",
            r"^\W*\d{1,2}\s*x\s*\d+(?:\.\d+)?\s*k?m\b[^,;]*,\s*"
            r"(?P<said>\d{1,4}\s*m\s+(?:walk|jog)\s+(?:back|down|home))(?=\s*(?:[.,;)]|$))",
        ),
        (
            "+",
            r"\+\s?\d+(?:[.,]\d+)?(?:\s?/\s?\+?\s?\d+(?:[.,]\d+)?)?\s*(?:%|kgs?|lbs?)\s+(?:each|every|per)(?:\s+(?:set|round|"
            r"week|lift|time|rep|minute))?\b",
        ),
        ("sets", r"(?<=sets)\s+of\s+(?:each|every)\s+(?:superset|pair|couplet|exercise|movement)\b"),
        (
            "after",
            r",\s*\d{1,3}(?::\d{2})?\s*(?:s(?:ec(?:ond)?s?)?|min(?:ute)?s?|')?\s+(?:rest\s+)"
            r"?after\s+the\s+(?:second|last|pair|both)\b",
        ),
        (
            "amrap",
            r"(?<!last\sset\s)\bamrap\b[^@]*\d[^@]*(?P<said>@\s*\d{2,3}(?:\s?-\s?\d{2,3})?\s"
            r"?%(?:\s+effort)?)\s*:?\s*$",
        ),
        ("work", r"\(?\b1\s+works?,?\s*(?:and\s+|/\s*)?1\s+rests?\b\)?"),
        (
            "warm",
            r"\bwarm(?:ing)?[\s-]?up\s+to\s+(?:about\s+)?\d{2,3}\s?(?:%|kgs?|lbs?)\s*(?:,|\bthen\b|$)",
        ),
        (
            "rest",
            r"\brest(?:ing)?\s*:?\s*\d{1,3}(?::\d{2})?\s*(?:s(?:ec)?|min(?:ute)?s?|'|\")?\s*"
            r"(?P<said>/\s*\d{1,2}(?::\d{2})?\s*(?:s(?:ec)?|min(?:ute)?s?|'))(?=\s*(?:$|[,.;)]))",
        ),
        ("in ", r"\bin\s+(?:event|wod|workout|part|piece|test)\s+\d\b(?=\s*\()"),
        (
            "kb|db|bell",
            r",\s*(?:1|one)\s+(?:light\s+|heavy\s+)?(?:kb|db|dumbbell|kettlebell)(?=\s*(?:$|[,.;)]))",
        ),
        ("tabata", r"\(?\b8\s?x\s?:?20\s?(?:s|sec)?\s?/\s?:?10\s?(?:s|sec)?(?![\d\w])\)?"),
        ("k ", r"\bat\s+(?:about\s+)?\d{1,2}\s?k\s+(?:effort|pace|speed)\b"),
        ("negative", r"\bnegative\s+splits?(?:\s+please)?\b"),
        (
            "reps",
            r"^\W*(?P<said>\d{2,4}\s+(?:total\s+)?reps(?:\s+total)?)\s+(?:as\s+a|in|per)\s+"
            r"(?:pairs?|teams?|trios?)\b[^:\d]*:",
        ),
        (
            "partner",
            r"\brest(?:ing)?\s+(?:1\s?:\s?1\s+)?(?:as|with|while)\s+(?:an?\s+|your\s+|the\s+"
            r")?partner(?:\s+(?:works|goes))?\b",
        ),
        (
            "alternat|rotat",
            r"\b(?:alternat(?:e|ing)|rotat(?:e|ing))\s+(?:between\s+)?A\s*(?:and|&|/|,)\s*B"
            r"\b(?:\s*\([AB,\s-]+\))?",
        ),
        (
            "alt",
            r"\(?\balt(?:ernat(?:e|ing))?\.?\s+(?:arms?\s+|sides?\s+|hands?\s+)?every\s+\d{1,2}"
            r"(?:\s+reps?)?\)?(?!\s*(?:min|s\b|sec|:))",
        ),
        (
            "%",
            r"(?<=%)\s+of\s+(?:your\s+|the\s+|today['’]?s\s+)?(?:1\s?rm|best|max)\s+[a-z][a-z &-]{3,24}"
            r"(?=\s*(?:$|[,.;)+]))",
        ),
        (
            ",",
            r"(?<=,)\s*\d{1,2}\s+(?:rowers|bikes|ski\s?ergs|ergs|barbells|racks|lanes|people"
            r"|athletes|spots|places"
            r"|lifters(?:\s+on\s+(?:the|one|a)\s+bar)?)(?=\s*(?:,|$))",
        ),
        (
            "last",
            r"\(?\+\s?\d+(?:[.,]\d+)?\s*(?:%|kgs?|lbs?)\s+(?:on|to|vs\.?|over|from)\s+last\s"
            r"+(?:week|time|session)\)?",
        ),
        ("round", r"^\W*1\s+rounds?\s*="),
        ("set", r"\bof\s+(?:your|the)\s+sets?\s+of\s+\d+s?\b"),
        ("penalty", rf"\b{_MANY}\s+penalty\s+[^\W\d]+(?:\s+(?:per|for|each|every)\s+[^,;.)\d]*)?"),
        (
            "between",
            r"\(?\b\d{1,3}\s*(?:s(?:ec(?:ond)?s?)?|\")\s+(?:rest\s+)?between\s+(?:singles|do"
            r"ubles|triples|reps)\b\)?",
        ),
        ("stop", r"\bstop(?:ping)?\s+at\s+\d{1,2}:\d{2}\b"),
        (
            "between",
            r"(?:^\W*|(?<=[.;!,]\s))\d{1,3}(?::\d{2})?\s*(?:s(?:ec(?:ond)?s?)?|min(?:ute)?s?"
            r"|')?\s+(?:in\s+)?between"
            r"(?:\s+(?:each|movements?|stations?|exercises?|pieces?|rounds?|sets?|them|all))*\W*$",
        ),
        ("start", r"^\W*starts?\s+(?:at\s+)?\d{1,2}[:.]\d{2}(?=\s*(?:[/,;|–-]|$))"),
        (
            "day",
            r"\b(?:mon|tues|wednes|thurs|fri|satur|sun)days?,?\s+(?:at\s+)?\d{1,2}(?:[:.]\d"
            r"{2})?\s?[ap]\.?m\b",
        ),
        (
            "each|every|the ",
            r"\b(?:in|during|within)\s+(?:each|every|the)\s+(?:\d{1,2}(?::\d{2})?\s*(?:min"
            r"(?:ute)?s?|')?|interval|window)\s*:",
        ),
    )
)


def take_turns_of_speech(line: Line) -> None:
    """Keep each with the line, whole, and read nothing in it."""
    first = line.phrases[0].column if line.phrases else 0
    own = " " * first + line.text[first:]  # without what numbers it
    text = own.lower()
    for needs, turn in _TURNS:
        for said in turn.finditer(own) if any(map(text.__contains__, needs)) else ():
            group = "said" if "said" in turn.groupindex else 0
            start, end = said.span(group)
            within = [
                at
                for at, phrase in enumerate(line.phrases)
                if start <= phrase.column and phrase.end <= end and at not in line.taken
            ]
            cut = any(phrase.column < edge < phrase.end for phrase in line.phrases for edge in (start, end))
            if within and not cut:
                line.remarks.append(said.group(group).strip(" :"))
                line.take(within, "note", "by the way")
