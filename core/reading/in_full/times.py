"""Times, rests and how often, in full: 'half an hour', '1:40 easy spin between', '3 every 90 s'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts, compiled, way_of

_MACHINE = r"(?:(?:air\s?)?bike|row(?:er)?|ski(?:\s?erg)?|run|bike\s?erg)"
_SAID_OTHERWISE = compiled(
    (
        (  # "10 min for max distance: run"
            "max",
            r"^\W*(?P<said>(?P<n>\d{1,2})\s?min(?:ute)?s?\s(?:for\s)?max(?:imum)?\s(?:distance|metres|meters|cals?|calories)\s?[:,–-]?\s(?P<way>run|row|ski|bike))\W*$",
            r"AMRAP \g<n> min: \g<way>",
        ),
        (  # "2. Skill (20):"
            "(",
            r"^\W*(?:\d[.)]\s)?(?:warm[\s-]?up|skills?|strength|conditioning|metcon|wod|workout|cool[\s-]?down|accessory|gymnastics|weightlifting|mobility)\s?\((?P<said>(?P<n>[1-6]?\d))\)(?=\s?:\s)",
            r"\g<n> min",
        ),
        (  # "Circuit x 3 - 45 s each, 30 s change"
            "circuit",
            r"^\W*(?P<said>circuit\s?[x×]\s?(?P<n>\d)\s?[,:–-]\s?(?P<on>\d{2})\s?s(?:ec)?\s(?:each|work|per\sstation|at\seach)\s?[,/]\s(?P<off>\d{2})\s?s(?:ec)?\s(?:change|to\schange|rest|transition))\W*$",
            r"\g<n> rounds, \g<on> s work / \g<off> s rest",
        ),
        ("tabata", r"\b(?P<said>tabata\s+(?:mash|mix)[\s-]?up)\b", "tabata"),
        (  # "(0-12) Every 2 min: ..", "15-30 For time: .."
            "",
            r"^[\s*•–-]*(?P<said>\(?(?:min(?:ute)?s?\s+)?(?P<from>\d{1,2})\s?[–-]\s?(?P<to>"
            r"\d{1,2})(?:\s*min(?:ute)?s?|')?\)?)"
            r"(?=\s+(?:every|e\d?mom|otm|amrap|for\s+time|ft:|tabata)\b)",
            r"\g<from>:00-\g<to>:00",
        ),
        (  # "8 x 20 s max effort, 1:40 easy spin between"
            "between",
            r"(?P<said>,\s*(?P<long>\d{0,2}:\d{2}|\d{1,3}\s?(?:min(?:ute)?s?|s(?:ec(?:ond)?s"
            r"?)?|['\"]))\s+(?:of\s+)?(?:(?:very\s+)?easy\s+"
            r"(?:spin(?:ning)?|pedal(?:ling)?|jog|walk|row|ski|paddle|roll)?|(?:spin|walk|jo"
            r"g|roll)\s+easy|recovery)\s*(?:in\s+)?between)\b",
            r", rest \g<long> between",
        ),
        (
            "every set",
            r"^\W*(?P<said>every\s+set\s*[:,–-]\s*(?P<what>\d[^,;:]{3,40}?)\s+(?:right|strai"
            r"ght|immediately|directly)\s+after(?:wards)?)\W*$",
            r"after every set: \g<what>",
        ),
        (
            "odd",
            r"(?:emom|otm|e\d?mom|min(?:ute)?)\b[^,;/]*?[:\s](?P<said>odd)(?=\s+\d[^;/]*?[,;/]\s*even\s+\d)",
            "odd:",
        ),
        ("even", r"\bodd\s+\d[^;/]*?[,;/]\s*(?P<said>even)(?=\s+\d)", "even:"),
        (
            "you ",
            r"^\W*(?P<said>you\s+(?:have|get|['’]?ve\s+got)\s+(?P<long>\d{1,2}\s*min(?:ute)?"
            r"s?)\s+to)(?=\s+(?:find|build|establish|reach|hit|lift)\b)",
            r"in \g<long>",
        ),
        (
            "change every",
            r"\b(?:change|switch|rotate|swap)\s+every\s+\d{1,2}(?P<said>)(?=\s*\)?\W*$)",
            " min",
        ),
        ("ft", r"^\W*(?P<said>(?-i:FT))(?=\s*(?:[:–-]\s|$))", "for time"),
        (
            "easy",
            r"/\s*\d[\d:]*\s*(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|['\"])?\s+(?P<said>(?:very"
            r"\s+)?easy\s+(?:row|bike|ski|run|jog|spin|pedal))\W*$",
            "easy",
        ),
        (
            "for time",
            r"(?P<said>,?\s*each\s+(?:round|set)\s+for\s+time)(?=\s*(?:$|[,;.]))",
            ", each for time",
        ),
        (
            "ladder",
            r"\b\d{1,2}\s?(?:min(?:ute)?s?|')\s*[:,–-]?\s*(?P<said>(?:to\s+)?climb(?:ing)?\s"
            r"+(?:up\s+)?the\s+ladder)",
            "AMRAP",
        ),
        (
            "while",
            r"(?P<said>,\s*rest(?:ing)?\s+while\s+(?:your|the|their|your\s+other)\s+(?:partn"
            r"ers?|others?|team-?mates?|other\s+half)\s+[^\d,;:.()]{2,24})\W*$",
            ", rest as needed",
        ),
        ("rfqt", r"\brfqt\b", "rfq"),
        (
            "x",
            r"(?:^\W*|[,;]\s*)(?P<said>(?P<n>\d{1,2})\s?[x×]\s?:)(?=\s*\d{1,3}\s+(?!min|sec|s\b)[^\W\d])",
            r"\g<n> rounds:",
        ),
        ("off", r"^\W*(?P<said>off)\W*$", "rest"),
        (  # "12 min, 3 every 90 s"
            "every",
            r"(?P<said>(?P<long>\d{1,2})\s*(?:min(?:ute)?s?|')\s*[,:–-]\s*(?P<n>\d{1,2})(?:"
            r"\s+reps?)?\s+every\s+(?P<time>\d{1,3}\s*(?:s(?:ec(?:ond)?s?)?"
            r"|min(?:ute)?s?|['\"])|\d?:\d\d|minute))(?![\w:])",
            r"\g<n> every \g<time> for \g<long> min",
        ),
        ("amre", r"\bamreps?\b", "AMRAP"),
        (  # "row 500 m then burpees to the end"
            "t",
            r"(?:\bthen|,|;|\+|&|\band)\s+(?P<said>(?:max\s+)?(?P<what>(?!repeat|keep|go\b|c"
            r"ontinue|work|rest|hold)[^\W\d][^,;:.()\d]{2,30}?)"
            r"\s+(?:to|un?til|till)\s+(?:the\s+)?(?:end|bell|buzzer|clock\s+(?:stops|runs\s+"
            r"out)|time(?:\s+is\s+up|['’]?s\s+up|\s+runs\s+out)))"
            r"(?:\s+of\s+(?:the|each|every)\s+(?:interval|window|set|round|block))?\W*$",
            r"max \g<what> in the remaining time",
        ),
        (
            "stop at",
            r"(?:[,;(.]\s|^\W{0,44})(?P<said>stop\sat\s(?P<t>\d{1,2}\s?(?:min(?:ute)?s?\b|['’])))(?=\s*(?:$|[,;.)]))",
            r"cap \g<t>",
        ),
        ("finisher", r"^\W*(?P<said>(?:1|one|a)\s+)(?=finisher\s*:?\s*$)", ""),
        (  # "15 swings - every third minute 10 squats instead"
            "instead",
            r"(?P<said>(?P<one>\d{1,3}\s+[^,;:.]{3,40}?)\s*[-–—,;(]+\s*(?:but\s+)?every\s+"
            r"(?:3rd|third)\s+min(?:ute)?\s*[:,]?\s*(?:do\s+)?"
            r"(?P<other>\d{1,3}\s+[^,;:.()]{3,40}?)\s+instead\)?)\W*$",
            r"1) \g<one> 2) \g<one> 3) \g<other>",
        ),
        (
            "instead",
            r"(?P<said>(?P<one>\d{1,3}\s+[^,;:.]{3,40}?)\s*[-–—,;(]+\s*(?:but\s+)?every\s+"
            r"(?:other|2nd|second)\s+min(?:ute)?\s*[:,]?\s*(?:do\s+)?"
            r"(?P<other>\d{1,3}\s+[^,;:.()]{3,40}?)\s+instead\)?)\W*$",
            r"1) \g<one> 2) \g<other>",
        ),
        (  # "EMOM 24: 3 movements, 8 rounds"
            "rounds",
            r"(?:emom|otm|every|minutes|min|')[^,;:–-]*?(?P<said>\s*[,;:–—(-]+\s*(?P<n>[2-6]"
            r"|two|three|four|five|six)\s+(?:movements|"
            r"exercises|stations|moves)\s*[,x×/–-]\s*(?:\d{1,2}|[a-z]+)\s+rounds(?:\s+(?:in"
            r"\s+)?(?:total|each|of\s+each))?\)?)\s*:?\s*$",
            r" (\g<n> stations)",
        ),
        ("done", r"^\W*(?P<said>(?:done|finished)(?:\s+early)?\s*\?)(?=\s*\d)", "then"),
        (
            "each",
            r"(?<=sets|unds)(?P<said>,?\s+each\s+(?:on|every))(?=\s+(?:the\s+)?\d{1,2}:\d{2})",
            ", every",
        ),
        (  # "8 x 100 m swim on 2:00"
            " on ",
            r"(?<![\d.,])\d{1,2}\s?[x×]\s?[1-9]\d{1,3}(?:\s?m\b)?[^,;:\d@(]{0,20}?(?P<said>\son\s(?:the\s)?)(?=\d{1,2}:\d{2}(?!\d))",
            " every ",
        ),
        (  # '"Slow Burn" | max 15 min', "For time - max 10 min"
            "max",
            r"^(?:[^\d]*[|,(–—-]|\W*)\s*(?P<said>max\.?\s+(?P<n>\d{1,2})\s*min(?:ute)?s?)\W*$",
            r"cap \g<n> min",
        ),
        (  # "21-15-9 - 10 min TC"
            "-",
            r"\d-\d{1,3}(?P<said>\s[–-]\s)(?=\d{1,2}\s?(?:min(?:ute)?s?|['’])\s+(?:tc|(?:time\s+)?cap)\b)",
            ", ",
        ),
        (  # "Every 2 for 10: 3 front squats"
            "every",
            r"^\W{0,44}(?P<said>every\s+(?P<each>[1-5])\s+for\s+(?P<all>\d{1,2}))(?=\s*[:,–-]\s*\d)",
            r"every \g<each> min for \g<all> min",
        ),
        (  # "8 x 400 m, rest equal to the time it took"
            "equal",
            r"(?P<said>\brest\s+equal\s+to\s+(?:the\s+|your\s+)?(?:time\s+it\s+took(?:\s+you)?|work(?:ing)?\s+time|work|time\s+worked))\b",
            "rest 1:1",
        ),
        (  # "5 times through, as fast as you can manage. 90 s off after every lap."
            "times",
            r"^\W*(?P<said>(?:do\s+(?:it|this|that)\s+)?(?P<n>\d{1,2})\s+times(?:\s+through)?,?[^\d.]{0,40}?[.,]?\s+(?:resting\s+)?(?P<t>\d{1,3}\s?(?:s|sec|min(?:ute)?s?))(?:\s+(?:off|rest))?\s+(?:after|between)\s+(?:every|each)(?:\s+(?:lap|round|one|time))?)\W*$",
            r"\g<n> rounds, rest \g<t>",
        ),
        (  # "2-3 min between sets"
            "between",
            r"(?<![\w-])(?<!rest\s)(?P<said>(?P<long>\d{1,2}\s?[-–]\s?\d{1,2}\s?(?:min(?:ute)?s?|'|s(?:ecs?)?))\s+(?:in\s+)?between)"
            r"(?=\W*$|\s+(?:each|every|the|all|rounds?|sets?|efforts?)\b)",
            r"rest \g<long> between",
        ),
        (
            "rest of the time",
            r"(?P<said>(?:in\s+the\s+|for\s+the\s+)?rest\s+of\s+the\s+time\s*[:,]?)(?=\s+(?!"
            r"max)[a-z-]+(?:\s[a-z-]+){0,2}\W*$)",
            "in the remaining time max",
        ),
        ("after", r"(?P<said>,\s*(?:and\s+)?(?:after\s+that|afterwards)\s*[,:]?)(?=\s+\d)", ", then"),
        ("total", r",\s*(?P<said>(?:in\s+)?total(?:\s+of)?)(?=\s+\d+\s*(?:s|secs?|min))", "accumulate"),
        ("rest", r"\brest\s+(?:for\s+)?(?:exactly|precisely|about|around|roughly)(?=\s+\d)", "rest"),
        (
            "between",
            r"(?P<said>with\s+(?P<long>\d{1,3}\s?(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|['\"]))"
            r"\s+(?:rest\s+)?(?:in\s+)?between)\b",
            r"rest \g<long> between",
        ),
        (
            "rest",
            r"(?<=[,;(]\s)rest\s+(?:for\s+)?(?:the\s+)?(?:same\s+(?:time|amount|long)\s+as\s"
            r"+(?:the\s+)?work(?:ed)?|as\s+long\s+as\s+(?:you\s+|it\s+)?(?:work(?:ed)?|rowed"
            r"|took))\b",
            "rest 1:1",
        ),
        ("attempt", r"\b(?P<said>1\s+attempt\s+(?:each|every|per|a)\s+min(?:ute)?)\b", "1 rep every minute"),
        (
            "singles",
            r"\bsingles\s*,\s*(?:one|1)\s+(?:per|a|every|each)\s+min(?:ute)?\b",
            "1 rep every minute",
        ),
        ("times", r"\(\s*\d\s+(?P<said>times\s+through)(?=\s*,)", "rounds"),
        (
            "sets",
            r"^\W*(?P<said>(?P<n>\d{1,2}\s+sets)\s*,?\s*(?:@|at)\s*(?:\d{2}(?:\s?[–-]\s?\d"
            r"{2})?\s?%\s+effort|(?:an?\s+)?(?:easy|steady|moderate|hard|conversational)(?:"
            r"\s+(?:pace|effort))?))(?=\s*[,:]|\W*$)",
            r"\g<n>",
        ),
        ("effort", r"(?P<said>@\s?\d{2}(?:\s?[–-]\s?\d{2})?\s?%\s+effort)\b", "steady"),
        ("accum", r"\baccum\b\.?", "accumulate"),
        (
            "work",
            r"\bwork\s*[/,+–-]?\s*\d{1,3}\s?s(?:ec(?:ond)?s?)?\s+(?P<said>(?:to\s+)?(?:move"
            r"(?:\s+on)?|transition|change|switch|rotate))\b",
            "rest",
        ),
        ("each", r"(?<=[,;]\s)each\s+min(?:ute)?(?=\s*:?\s*\d)", "every minute"),
        ("every", r"(?P<said>\s+with\s+every)(?=\s+(?:drop|break|miss|no[- ]?rep|trip)\b)", ", every"),
        ("after each", r"(?P<said>\s+with)(?=\s+\d+\s?(?:m|km|k|cals?)\b[^,;:]*\bafter\s+each\b)", ", with"),
        (
            "every",
            r"^\W*(?P<said>(?P<way>bike|row|run|ski|swim|walk|jog)\s+(?P<long>\d{1,2}\s*(?:m"
            r"in(?:ute)?s?|')))(?=\s*[,:;–-]?\s*every\b)",
            r"\g<long> \g<way>",
        ),
        ("half", r"\b(?P<said>half\s+an?\s+|a\s+half[\s-])(?=(?:mile|kilomet(?:re|er)|km?)\b)", "0.5 "),
        ("hour", r"\b(?:three\s+quarters\s+of\s+an|3/4\s+of\s+an)\s+hour\b", "45 minutes"),
        ("hour", r"\b(?:a\s+)?quarter\s+of\s+an\s+hour\b", "15 minutes"),
        ("hour", r"\b(?:half\s+an\s+hour|a\s+half\s+hour)\b", "30 minutes"),
        ("hour", r"(?<!half )(?<!of )\ban\s+hour\b(?=\s*(?:of\b|[:,.]|$))", "60 minutes"),
        (
            "times",
            r"\bevery\s[\d:.]{1,5}(?:\s?(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?))?(?P<said>\s*,?"
            r"\s+)(?=\d\d?\s+times\b)",
            " x ",
        ),
        (  # "7 min max thrusters, EMOM 5 burpees"
            "m",
            r"\b(?:amrap|max)\b[^:]*?\S(?P<said>\s*[,;]\s*(?:emom|otm|on\s+the\s+minute)\s*:"
            r"?\s*)(?=\d{1,2}\s+[^\W\d]{3})",
            ", every minute: ",
        ),
        (
            "m",
            r"\b(?:amrap|max)\b.*?\S(?P<said>\s*[,;]\s*(?P<what>\d{1,2}\s+[^\d,;:()/]+?)\s+"
            r"(?:emom|otm|(?:every|on\s+the)"
            r"\s+minute))\W*$",
            r", every minute: \g<what>",
        ),
        (
            "every",
            r"^\W*every\s+[\d:]{1,4}\s?(?:min(?:ute)?s?|['’])?(?P<said>\s*,\s*(?P<n>\d{1,2})\s?x)\W*$",
            r" x \g<n>",
        ),
        (
            "emom",
            r"^\W*\d\s?(?:x|rounds\s+of)\s+(?:an?\s+)?(?P<said>(?P<m>\d{1,2})[\s-]*(?:min(?:"
            r"ute)?s?|')\s+emoms?)\b",
            r"EMOM \g<m>",
        ),
        ("alternat", r"\b(?P<said>alternat(?:e|ing))(?=\s+every\s+\d+\s*min)", "change"),
        (  # "45' bike / row / ski, swap every 15'"
            "every",
            rf"^\W*(?P<said>(?P<n>\d{{2}})\s?(?:min(?:ute)?s?|')\s*[:,–-]?\s+(?:of\s+)?(?P<all>{_MACHINE}(?:\s*[/,+]\s*{_MACHINE})+)\s*[,;:(–-]*\s*"
            r"(?:swap|switch|change|rotate)(?:\s+machines?)?\s+every\s+(?P<each>\d{1,2})\s?(?:min(?:ute)?s?|')\)?)\W*$",
            r"\g<n> min, change every \g<each> min: \g<all>",
        ),
        (  # "Death by burpees", and below it "Once you fail: 50 cal row"
            "fail",
            r"^\W*(?P<said>(?:once|when|after)\s+(?:(?:you|everyone|all|they)\s+)*fail(?:ed|s|ure|ing)?\s*[,:–-])",
            "then",
        ),
        (  # "2 x (6 min AMRAP, 2 min rest)"
            "amrap",
            r"^\W*(?P<said>(?P<times>[2-6])\s?(?:[x×]|rounds?\s+of|sets?\s+of)\s?[(\[]\s*(?:(?P<a>\d{1,2})\s*-?\s*(?:min(?:ute)?s?|')\s*amrap"
            r"|amrap\s*(?P<b>\d{1,2})(?:\s*(?:min(?:ute)?s?|'))?)\s*[,;/+]\s*(?:rest\s+)?(?P<rest>\d{1,2}(?::\d\d)?)\s*(?:min(?:ute)?s?|')?\s*(?:rest|off)?\s*[)\]])",
            r"\g<times> x \g<a>\g<b> min AMRAP, \g<rest> min rest",
        ),
        (  # "Bike 5 x 3 min @ threshold, 1 min easy"
            "easy",
            r"^\W*(?:bike|row|ski|run)\b[^,;]*\d\s?[x×]\s?\d[^,;]*(?P<said>,\s*(?P<long>\d{0,2}:\d{2}|\d{1,3}\s?(?:min(?:ute)?s?|s(?:ec)?s?|'))"
            r"\s+(?:very\s+)?easy(?:\s+between)?)(?=\W*$)",
            r", rest \g<long>",
        ),
        (  # "AMRAP 12 - 12 cal row, 30 skips", "EMOM 10 - 30 s plank": no range
            "m",
            r"(?:\b(?:AMRAP|E\d?MOM)\s+\d{1,2}(?:\s?(?:min(?:ute)?s?|'))?|\bevery\s[^,;:]{2,12}[x×]\s?\d{1,2})(?P<said>\s+[-–—]\s+)"
            r"(?=\d{1,4}(?:/\d{1,3})?\s?(?:s|secs?|k?m|cals?|ft|reps)?\s+(?!min|rounds?\b|sets?\b|[x×]\s)[a-z])",
            ": ",
        ),
        (  # "tabata: alternate between air bike and push-ups"
            "between",
            r"(?P<said>\balternat(?:e|ing)\s+between)(?=\s+[^\W\d][^,;:]*\s(?:and|&|/|\+)\s)",
            "alternate",
        ),
        (  # "alternate between 200 m run and 10 burpees for 12 min"
            "alternat",
            r"^\W*(?P<said>alternat(?:e|ing)(?:\s+between)?:?\s+(?P<a>\d[^,;:]+?)\s+(?:and|&|/|\+)\s+(?P<b>\d[^,;:]+?)\s*,?\s+for"
            r"\s+(?P<n>\d{1,2})\s*min(?:ute)?s?)\W*$",
            r"AMRAP \g<n>: \g<a>, \g<b>",
        ),
        (  # "for 15 minutes alternate between: 12 cal row / 10 pull-ups"
            "alternat",
            r"^\W*(?P<said>(?:for\s+)?(?P<n>\d{1,2})\s*min(?:ute)?s?\s*[,:–-]?\s+alternat(?:e|ing)(?:\s+between)?\s*:?)\s*(?=\d)",
            r"AMRAP \g<n>:",
        ),
        ("e", r"(?<!\w)(?P<said>E(?P<t>\d:\d\d))(?!\w)", r"every \g<t>"),
        (
            "to",
            r"^\W*(?P<said>(?:no\s+(?:rest|break)\s*[,:–-]?\s+)?(?:and\s+)?(?:then\s+)?(?:directly|straight|right|immediately)\s+(?:on\s+)?(?:in)?to)\W*$",
            "then",
        ),
        (  # "3 sets, 2:00 per set, :60 rest"
            "set",
            r"^\W*(?P<said>(?P<n>\d{1,2})\s+(?:sets|rounds)\s*,\s*(?P<on>\d{1,2}:\d{2}|\d{1,2}\s?min(?:ute)?s?)\s+"
            r"(?:(?:per|a|each|every)\s+(?:set|round)|each(?=\s*,\s*(?:\d{1,2}\s?min(?:ute)?s?|:\d\d|\d:\d\d)\s+rest)))(?=\s*,)",
            r"\g<n> rounds, \g<on> on",
        ),
        ("emom", r"(?P<said>\b(?:im\s+)?(?P<n>\d{1,2})er[\s-]EMOM)\b", r"EMOM \g<n>"),
        (  # "2A (0:00-6:00): 6 min AMRAP, .."
            "):",
            r"^\W*(?:\d[A-Da-d]|[A-H]\d?)(?P<said>\s*(?P<window>\(\d{1,2}:\d{2}\s*[-–]\s*\d{1,2}:\d{2}\))\s*:)",
            r": \g<window>",
        ),
        (
            "times",
            r"^\W*(?P<said>go\s+(?:round|around|through)(?:\s+(?:it|them|all|the\s+(?:circuit|stations|list)))?\s+(?P<n>[2-9])\s+times)\b",
            r"\g<n> rounds",
        ),
        (" off", r"\d\s?s\b[^,]*,\s*(?P<said>(?P<n>[1-9]\d)\s+off)\b(?=\s*(?:$|[.,;]))", r"\g<n> s off"),
        ("even", r"\bodds?\b[^;]*(?P<said>;)(?=\s*evens?\b)", ","),
        ("odd", r"^\W*(?P<said>(?P<m>\d{1,2})\s*min(?:ute)?s?)(?=\s*:\s*odds?\b)", r"EMOM \g<m>"),
        ("rest", r"\brest\s+\d{1,2}\s*min(?:ute)?s?(?P<said>\.)(?=\s+(?:E\d?MOM|AMRAP|every\s+\d)\b)", " //"),
        (  # "5 x 3 min, 1 min rest: 10 step-ups, then max push-ups"
            "max",
            r"^\W*(?P<said>(?P<k>\d)\s?[x×]\s?(?P<m>\d{1,2})\s*min(?:ute)?s?\s*,\s*(?P<r>\d{1,2}\s*min(?:ute)?s?|\d{2}\s?s)\s+rest)(?=\s*:[^:]*\bmax\b)",
            r"\g<k> rounds, \g<m> min on / \g<r> off",
        ),
        (
            "every min",
            r"(?P<said>(?<!\d)(?P<m>\d{1,2})\s*min(?:ute)?s?\s*:)(?=[^:;,]*\bevery\s+min(?:ute)?\b\W*$)",
            r"EMOM \g<m>:",
        ),
        (  # "4 x 4 min, 2 min easy - bike, row, ski, run"
            "min",
            r"(?P<said>(?<!\d)(?P<k>\d)\s?[x×]\s?(?P<m>\d{1,2})\s*min(?:ute)?s?\s*,\s*(?P<r>\d{1,2})\s*min(?:ute)?s?\s+(?:easy|rest|off))"
            r"(?=\s*(?:[–-]\s|:)\s*(?:bike|row|ski|run|swim)\s*,\s*[^\W\d])",
            r"\g<k> x \g<m> min on, \g<r> min off",
        ),
        (  # "100 KB swings 24/16 EMOM 5 burpees"
            "emom",
            r"^\W*\d{2,3}\s+(?!min)[^\W\d][^:;,]*?(?P<said>\s*[,(]?\s*EMOM\s*:?\s*)(?=\d{1,2}\s+(?!min|x\b|rounds|sets|of\b|each|total)[^\W\d][^\d,;:]*\)?\W*$)",
            ", every minute: ",
        ),
        (  # "2 min between the heavy ones"
            "between",
            r"\d\s?(?:s|secs?|min(?:ute)?s?|'|\")?\s+(?P<said>between\s+(?:the\s+)?(?:heavy|heavier|last|working|work|top|main)\s+"
            r"(?:ones|sets?|singles|doubles|triples|lifts|efforts))\b",
            "between sets",
        ),
        (  # "3 x 20, 2 s hold on top"
            "o",
            r"(?P<said>(?P<n>\d)[\s-]?(?:s|secs?|seconds?)\s+(?:hold|squeeze|pause|stop)\s+(?:on|at|in)\s+(?:the\s+)?(?:top|bottom))(?!\w)",
            r"\g<n> s pause",
        ),
        (  # "max DU in what's left"
            "left",
            r"\bmax\b[^\d]*?(?P<said>(?:in|with|for|during)\s+what(?:ever)?(?:\s+time)?(?:['’]s|\s+is|\s+you\s+have)?\s+left"
            r"(?:\s+(?:of|in|on)\s+(?:the|each|every)\s+(?:time|clock|minutes?|interval|window|round|\d\s?min(?:ute)?s?))?)\W*$",
            "in the remaining time",
        ),
        (  # "row 2 min, then 2x" above a list
            "then",
            r"\d\s?(?:m|min(?:ute)?s?|cals?|easy)\b[^\d]*(?P<said>[,;&+]?\s*(?:and\s+)?then\s+(?P<n>[2-5])\s?[x×]\s*:?)\s*$",
            r", then \g<n> rounds of",
        ),
        (  # "5 rounds, 2 on / 1 off": minutes
            "on",
            r"(?<![\d:.,])(?P<said>(?P<on>[1-9])\s+on\s*[/,+]?\s*(?P<off>[1-5])\s+off)(?!\w)",
            r"\g<on> min on / \g<off> min off",
        ),
        (  # "15 min EMOM alternating thrusters x 7, 12 cal row": the minutes take turns
            "emom",
            r"\bEMOM\b[\s\d]*\s(?P<said>alternating)(?=\s+(?!between|the|every|each|min|on|a\b|(?:db|kb|dumbbell|kettlebell|arms?|legs?"
            r"|lunges?|single|one|step|pistols?|jumping)\b)[^\W\d]{2})",
            "alternating:",
        ),
        (  # "In 12 min: 400 m run, then AMRAP of 10 burpees, 10 squats"
            "amrap",
            r"^\W*(?P<said>in\s+(?P<m>\d{1,2})\s*min(?:ute)?s?\s*:)(?=[^:]*,\s*then\s+(?:an?\s+)?AMRAP\b)",
            r"AMRAP \g<m>, buy-in",
        ),
        (
            "amrap",
            r"^\W*in\s+\d{1,2}\s*min(?:ute)?s?\s*:[^:]*,\s*(?P<said>then\s+(?:an?\s+)?AMRAP(?:\s+of)?)\b",
            "then max rounds of",
        ),
        (  # "3 min: power snatch 35/25"
            "min",
            r"^\W*(?P<said>(?P<m>\d)\s*min(?:ute)?s?\s*:)(?=\s*[^\W\d][^,:;]*?\s\d{1,3}(?:[.,]5)?/\d{1,3}(?:[.,]5)?\s*(?:kg)?\s*$)",
            r"\g<m> min max",
        ),
        (  # "3 rounds 40:20"
            "rounds",
            r"(?<=rounds)(?P<said>\s+(?P<on>[2-5][05]):(?P<off>[1-4][05]))(?=\s*:?\s*$)",
            r" \g<on> s on / \g<off> s off",
        ),
        (  # "Tabata squats 20/10"
            "tabata",
            r"\btabata\b[^\d]*[^\W\d][^\d]*\s(?P<said>\(?20\s?(?:s(?:ec)?)?\s?/\s?10\s?(?:s(?:ec)?)?\)?)\W*$",
            "(8 rounds)",
        ),
        ("tabata", r"(?:^|:\s)\W*(?P<said>4\s*(?:min(?:ute)?s?|')\s+(?:of\s+)?tabata)\b", "tabata"),
        (  # "6:00 AMRAP 4: .."
            "amrap",
            r"^\W*(?P<said>@?\d{1,2}:\d{2}\s*[,–-]?\s*AMRAP\s+(?P<m>\d{1,2})(?:\s*min(?:ute)?s?\b)?)(?=\s*:|\s*$)",
            r"AMRAP \g<m> min",
        ),
        ("ladder", r"\b\d{1,2}\s?(?:min(?:ute)?s?|')\s+(?P<said>ladder)(?=\s*:)", "AMRAP"),
    )
)


_IN_A_MINUTE = re.compile(r"\b(?:emom|every\s+minute|otm|on\s+the\s+minute)\b", re.IGNORECASE)
_WORK_OF_IT = re.compile(
    r"(?P<sign>\s+[-–]\s+)?(?:\bwork(?:ing)?\s+(?:for\s+)?(?P<a>[2-5]\d)\s?(?:s(?:ec"
    r"(?:ond)?s?)?|\")|:?(?P<b>[2-5]\d)\s?(?:s(?:ec(?:ond)?s?)?|\")"
    r"\s*(?:of\s+)?(?:work(?:ing)?|on\s+each|each|per\s+(?:movement|station|exercise"
    r"|minute)|on(?=\s*[,;/(:)]|\s*$)))\b"
    r"(?:\s*[,;/&-]?\s*(?:and\s+)?(?:rest\s+(?:for\s+)?\d{2}\s?(?:s(?:ec(?:ond)?s?)?"
    r"|\")|\d{2}\s?(?:s(?:ec(?:ond)?s?)?|\")"
    r"\s*(?:of\s+)?(?:rest|off))\b)?",
    re.IGNORECASE,
)


def _work_in_a_minute(text: str) -> Cuts:
    """'EMOM 15, 40 s work', '.., work 40 s, rest 20 s': how long of each minute is worked."""
    for said in _WORK_OF_IT.finditer(text) if _IN_A_MINUTE.search(text) else ():
        work_s = int(said["a"] or said["b"])
        yield *said.span(), f"{', ' if said['sign'] else ''}{work_s} s on / {60 - work_s} s off"


_FROM_TO = (
    r"\[?(?:from\s+|minutes?\s+)?(?P<{0}>\d{{1,2}}):00\s*(?:[-–—>]|to|until)\s*(?P<{1}>\d{{1,2}}):00\]?"
)
_OPEN_WINDOW = re.compile(
    rf"^\W*(?P<said>{_FROM_TO.format('a', 'b')}\s*[,:–-]?\s*(?:AMRAP|as\s+many\s+rounds\s+as\s+possible)"
    rf"|AMRAP\s*[,:(–-]?\s*{_FROM_TO.format('c', 'd')}\)?)(?=\W|$)(?!\s*\d{{1,2}}\b\s*(?:min|:|$|'))",
    re.IGNORECASE,
)
LONGEST_WINDOW_MIN = 30  # of one of several pieces


def _open_windows(text: str) -> Cuts:
    """'6:00-10:00 AMRAP: ..', 'AMRAP from 6:00 to 10:00': how many minutes there are for it."""
    said = _OPEN_WINDOW.match(text) if "amrap" in text.lower() or "as many" in text else None
    if said is not None:
        start, end = int(said["a"] or said["c"]), int(said["b"] or said["d"])
        if 0 < end - start <= LONGEST_WINDOW_MIN:
            yield *said.span("said"), f"AMRAP {end - start} min"


_OPEN_AGAIN = re.compile(
    r"^\W*(?P<said>every\s+(?P<every>\d{1,2})\s*(?:min(?:ute)?s?|:00|')\s*[x×]\s*(?P<times>\d)(?:\s*(?:rounds|sets))?\s*[:,–-]\s*"
    r"(?P<open>\d{1,2})\s*-?\s*(?:min(?:ute)?s?|')\s*AMRAP)\b",
    re.IGNORECASE,
)


def _open_again(text: str) -> Cuts:
    """'Every 8 min x 2: 6 min AMRAP of': with the rest between them."""
    said = _OPEN_AGAIN.match(text) if "amrap" in text.lower() else None
    if said is not None and int(said["every"]) > int(said["open"]):
        rest = int(said["every"]) - int(said["open"])
        yield *said.span("said"), f"{said['times']} x {said['open']} min AMRAP, {rest} min rest"


_RESTS_FROM_TO = re.compile(
    r"^\W*(?P<said>(?P<from>\d{1,2})\s?[-–]\s?(?P<to>\d{1,2})\s?[:–-]\s?(?:rest|break|off))\W*$",
    re.IGNORECASE,
)


def _rests_from_to(text: str) -> Cuts:
    """'5-7: rest' between two windows on the clock."""
    said = _RESTS_FROM_TO.match(text)
    if said is not None and int(said["to"]) > int(said["from"]):
        yield *said.span("said"), f"rest {int(said['to']) - int(said['from'])} min"


WAYS = (way_of(_SAID_OTHERWISE), _work_in_a_minute, _open_windows, _open_again, _rests_from_to)
