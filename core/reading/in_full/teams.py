"""Who does what of a team, in full: '3er-Teams', '100 each, team total', 'both run 800 m'."""

from __future__ import annotations

from core.reading.in_full.cuts import compiled, way_of

_SAID_OTHERWISE = compiled(
    (
        (
            "team",
            r"(?<![\d.,/])(?P<said>(?P<n>\d{2,4})\s+each\s*,?\s*(?:in\s+)?(?:total\s+)?(?:"
            r"(?:as\s+a|per|for\s+the)\s+)?team(?:\s+total)?"
            r"(?:\s+reps)?)(?=\s*:?\s*$)",
            r"\g<n> each",
        ),
        (
            "together",
            r"(?<=[^\W\d])(?P<said>\s*[,(]\s*(?:all\s+(?:of\s+you\s+)?together|everyone\s+to"
            r"gether)\)?)(?=\s*(?:$|[,.;)]))",
            " together",
        ),
        (
            "at least",
            r"\beach\s+(?:person|athlete|member|partner)\s+(?:must|has\s+to|needs\s+to|shoul"
            r"d)\s+(?:do|complete|contribute)"
            r"\s+at\s+least\s+\d+[^:;.]*",
            "split",
        ),
        (
            "team",
            r"\bteams?\s+(?!of\b)[a-z]+\s*,?\s*\(?(?P<count>[2-6])\s+(?:people|persons|athletes|members)\)?",
            r"teams of \g<count>",
        ),
        (
            "relay",
            r"^\W*relay\s*:\s*(?:\d{1,2}\s?[x×]\s?)?\d{2,4}\s?m(?P<said>)(?=\s*(?:$|,|each\b))",
            " run",
        ),
        (
            "run",
            r"\brun\b[^,;:]{0,20}?(?P<said>as\s+a\s+(?:team|pair|trio|group))(?=\s*(?:[,.;)]|$))",
            "together",
        ),
        (
            "attempt",
            r"^\W*(?P<said>(?P<n>\d)\s+attempts?\s+(?:each|per\s+lift|at\s+each)(?:\s*,\s*"
            r"(?:the\s+)?best\s+(?:one\s+|lift\s+)?counts)?)(?=\W|$)",
            r"\g<n> x 1 each",
        ),
        (
            "partner",
            r"^\W*(?P<said>partner\s+(?P<who>[A-D1-4]|one|two|three)\s+(?:does|performs|completes))(?=\s+\d)",
            r"partner \g<who>:",
        ),
        (  # "Each member completes the whole round before the next goes. 3 rounds each."
            "round",
            r"\b(?P<said>each\s(?:member|athlete|person|partner)\s(?:completes|does|finishes)\s(?:the|a|one)\s(?:whole|full|entire)\sround\sbefore\sthe\snext\s(?:one\s)?(?:goes|starts|begins)"
            r"\.\s(?P<n>\d{1,2})\srounds\s(?:each|per\s(?:member|athlete|person)))(?=[.\s]*$)",
            r"\g<n> rounds each",
        ),
        (  # "A does a round, then B does a round. 5 rounds each"
            "round",
            r"^\W*(?P<said>(?:(?:partner|athlete|person)\s+)?(?:A|1|one)\s+(?:does|completes|finishes)\s(?:a|one|1|the)\s(?:(?:whole|full)\s)?round\b[^\d:]{0,60}[.,;]\s"
            r"(?P<n>\d{1,2})\srounds\s(?:each|per\s(?:member|athlete|person|partner)))(?=\W|$)",
            r"\g<n> rounds each",
        ),
        (  # "1 athlete runs 400", "one partner rows 500 m"
            "s ",
            r"^\W*(?P<said>(?:1|one)\s(?:athlete|person|partner|member|runner|rower)\s(?P<does>runs|rows|skis|bikes|swims)\s(?P<way>[1-9]\d{2,3})(?:\s?m(?:etres|eters)?\b)?)"
            r"(?!\s?(?:k|cal|\d|[.,]\d))",
            r"one \g<does> \g<way> m",
        ),
        (  # "8 rounds (4 each)"
            "each",
            r"(?P<said>\b\d{1,2}\s(?:rounds|rds)\s?\((?P<n>\d{1,2})\s(?:each|per\s(?:partner|person|athlete))\))",
            r"\g<n> rounds each",
        ),
        (  # "P1 rows 250 m while P2 rests, 6 each"
            "each",
            r"\b(?:rests?|works?|working)\b[^\d\n]*(?P<said>(?:\s?[,;.]|\s[x×])\s(?P<n>[2-9]|1\d)\seach)\W*$",
            r", \g<n> rounds each",
        ),
        ("works", r"\bone\s(?P<said>(?P<w>works|working)(?:\sat\sa\stime)?\son\s\d-\d)(?!\d)", r"\g<w>"),
        ("turns", r"^\W*\d\s+(?P<said>(?:full\s+)?turns)\W*$", "rounds each"),
        ("er", r"(?<!\w)(?P<said>(?P<n>[2-6])er[\s-]?teams?)\b", r"teams of \g<n>"),
        ("partner run", r"\b(?P<said>partner\s+run)\b", "run together"),
        ("1st", r"^\W*(?P<said>(?:1st|first)\s+(?:athlete|partner|person|member))(?=\s*[:–-])", "Athlete 1"),
        ("2nd", r"^\W*(?P<said>(?:2nd|second)\s+(?:athlete|partner|person|member))(?=\s*[:–-])", "Athlete 2"),
        ("3rd", r"^\W*(?P<said>(?:3rd|third)\s+(?:athlete|partner|person|member))(?=\s*[:–-])", "Athlete 3"),
        (
            "round",
            r"(?:\brelay\s*[,:–-]\s*)?\b(?:each|every|one)\s+(?:team\s+)?(?:person|athlete|partner|member)\s+"
            r"(?:does\s+|completes\s+|finishes\s+)?(?:1|one|a)\s+(?:full\s+|whole\s+|complet"
            r"e\s+|entire\s+)?round,?\s+"
            r"(?:and\s+)?then\s+(?:(?:they\s+)?(?:switch|swap|change)|tags?(?:\s+(?:out|off|"
            r"(?:the|their)\s+(?:next|partner|other)))?"
            r"|the\s+(?:other|next)(?:\s+(?:one|goes|does|starts|athlete|partner|person))*)\b",
            "alternating rounds",
        ),
        (
            "round",
            r"\brelay\s*[,:–-]\s*(?:one|1|a)\s+(?:full\s+|whole\s+)?round\s+(?:each|at\s+a\s"
            r"+time),?\s+then\s+(?:tag|switch|swap|"
            r"change|the\s+next)\b",
            "alternating rounds",
        ),
        (
            "round",
            r"(?:^\W*|[.,;]\s+)(?P<said>(?:each|every)(?:\s+(?:one|person|athlete|partner|me"
            r"mber))?\s+(?:does|completes|has)\s+"
            r"(?P<n>\d{1,2})\s+rounds(?:\s+(?:in\s+)?(?:total|all))?)\b",
            r"\g<n> rounds each",
        ),
        ("every", r"^\W*(?P<said>every(?:one|body))(?=\s*:)", "everyone does"),
        (
            "synchro",
            r"^\W*(?P<said>synchro(?:ni[sz]ed)?\s*\(?\s*(?P<who>pairs|partners|teams\s+of\s+\d)\s*\)?\s*:)",
            r"in \g<who>, everyone does:",
        ),
        (  # "Relay 1: 4 x 200 m run, one each"
            "one each",
            r"(?P<said>(?<![\d.])[2-6]\s?[x×]\s?(?P<far>\d{2,4}\s?(?:m|cals?)\s+[^\W\d]+)\s*,\s*(?:one|1)\s+each)\b",
            r"\g<far> each",
        ),
        (
            "1:1",
            r"\b(?P<said>1\s?:\s?1\s+(?:work[\s:/-]*rest\s+)?(?:with|w/)\s*(?:a\s+|your\s+)?partner)\b",
            "rest 1:1",
        ),
        *(
            (  # "he rows 500 m, she does 10 push-ups"
                "she ",
                rf"^(?=.*\bhe\s)(?=.*\bshe\s).*?\b(?P<said>{who})(?=\s+(?:rows?|runs?|bikes?|skis?|does|holds?|rests?|squats?|skips?)\b)",
                partner,
            )
            for who, partner in (("he", "partner A"), ("she", "partner B"))
        ),
        (  # "1 km run with a 9/6 kg ball, together"
            "together",
            r"\b(?:run|walk|jog)(?P<said>\s+(?P<kit>(?:with|w/|carrying|holding)\s+[^,;]{2,30}?)\s*,?\s+together)(?=\s*(?:$|[.;)]))",
            r" together \g<kit>",
        ),
        ("over ", r"^\W*(?P<said>over\s+(?P<age>[3-6][05])'?s?)(?=\s*:)", r"Masters \g<age>+"),
        ("together", r"\b(?:run|walk|carry)(?P<said>\s*,\s*together)(?=\s*(?:$|[(.;]))", " together"),
        (  # "Newer members: 40/27.5 kg on the bar"
            "new",
            r"^\W*(?P<said>(?:the\s+)?new(?:er)?\s+(?:members|people|athletes|folks|ones))(?=\s*:[^.!?]*\d)",
            "Beginners",
        ),
        (  # "100 burpees together, any split"
            "together",
            r"\b(?P<said>together\s*[,:–(-]?\s*(?:any\s+(?:split|way|how)|split|shar(?:e|ed|ing)\b|however))",
            ", split as",
        ),
        (  # "All four: 400 m run"
            "all ",
            r"^\W*(?:then\s+)?(?P<said>all\s+(?:of\s+you|[2-6]|two|three|four|five|six))(?=\s*:\s*(?:\d|(?:run|row|bike|ski)\b)[^,;]*$)",
            "everyone does",
        ),
        (  # "Team chipper for 4"
            "team",
            r"^\W*(?P<said>(?:team|partner)\s+(?P<what>chipper|wod|workout|amrap|event|relay|ladder)\s+(?:for|of)\s+"
            r"(?P<n>[2-6]|two|three|four|five|six))\b(?!\s*(?:time|min|reps|rounds|load))",
            r"\g<what>, teams of \g<n>",
        ),
        (  # "12 alternating rounds (6 each partner)"
            "each",
            r"(?<![\d.])(?P<said>(?P<all>\d{1,2})\s+alternating\s+rounds\s*\(\d{1,2}\s+(?:each|per)(?:\s+(?:partner|person|athlete))?\))",
            r"in pairs, \g<all> rounds, alternating",
        ),
        (
            "alternating rounds",
            r"(?<![\d.])(?P<said>(?P<all>\d{1,2})\s+alternating\s+rounds)(?!\s*\()",
            r"\g<all> rounds alternating",
        ),
        (  # "After each round both run 200 m"
            "both",
            r"\b(?P<lead>after\s(?:each|every)\sround,?)\s(?P<said>both\s(?:of\syou\s)?(?P<way>run|row|ski|bike|walk)\s(?P<far>\d{2,4}\s?m)(?:\stogether)?)",
            r"\g<far> \g<way> together",
        ),
        (
            "both",
            r"^\W*(?P<said>both\s(?:of\syou\s)?(?P<way>run|row|ski|bike|walk)\s(?P<far>\d{2,4}\s?m)(?:\stogether)?)(?=\s(?:after|between)\s(?:each|every)\sround)",
            r"\g<far> \g<way> together",
        ),
        ("both", r"^\W*(?P<said>(?:then\s+)?both(?:\s+(?:partners|athletes))?)(?=\s*:)", "together"),
        (
            "both",
            r"(?:^\W*|\bevery\s+\d{1,2}(?::\d\d)?\s*(?:min(?:ute)?s?|['’])?\s*[,:–-]?\s*)(?P<said>both(?:\s+(?:partners|athletes))?(?:\s+do)?)"
            r"(?=\s+(?:\d|run|row|ski|bike|do|of\s+you)\b(?!\s+together\W*(?:$|[.;])))",
            "everyone does",
        ),
        (
            "per ",
            r"(?<!rounds)(?<=[^\W\d]|[)/\d])\s(?P<said>\(?per\s(?:person|athlete|partner|head|member)\)?)(?=\s*(?:$|[,;.]))",
            "each",
        ),
        (
            "rounds per ",
            r"(?P<said>rounds\sper\s(?:person|athlete|partner|head|member))(?=\s*(?:$|[,;.):]))",
            "rounds each",
        ),
        (  # "both partners complete everything", "both do all reps"
            "",
            r"\b(?P<said>(?:both|each|every(?:one|body)?|all)(?:\s(?:partners?|athletes?|people|persons?|members?|of\syou|two|three|four))?\s"
            r"(?:have\sto\s|has\sto\s|must\s)?(?:do(?:es)?|completes?|performs?|finish(?:es)?)\s"
            r"(?:everything|it\sall|all(?:\sof\s(?:it|them)|\s(?:of\s)?(?:the\s)?(?:reps|work|rounds|movements))?|the\s(?:full|whole|entire|complete)\s(?:workout|thing|piece|wod|work)))(?=\W*$|\s*[,;:.)])",
            "everyone does everything",
        ),
        (
            "each",
            r"(?<![\d.])(?P<said>(?P<all>\d{1,2})\srounds,\s\d{1,2}\seach(?:,\salternating)?)(?=\W*$|\s*:)",
            r"\g<all> rounds alternating",
        ),
        (  # "8 rounds in pairs, one round each in turn"
            "round",
            r"(?<![\d.])(?P<said>(?P<all>\d{1,2})\srounds\s(?P<who>in\s(?:pairs|teams\sof\s[2-4])),\s(?:one|1|a)\s(?:full\s)?round\s(?:each|at\sa\stime)(?:\sin\sturns?)?)",
            r"\g<all> rounds \g<who>, alternating",
        ),
        (
            "facing ",
            r"(?<=[^\W\d])\s(?P<said>facing\s(?:each\sother|one\sanother))(?=\W*$|\s*,)",
            "(face to face)",
        ),
        *(  # "Teams: 2 men + 2 women"
            (
                "wom",
                rf"\b(?P<said>teams?\s?(?:of\s|:\s?|\()\s?{each}\s(?:men|man|guys?|boys?)\s?(?:\+|and|&|/|,)\s?{each}\s(?:women|woman|girls?|ladies|lady)\)?)",
                f"Teams of {2 * each}",
            )
            for each in (1, 2, 3)
        ),
        ("leg", r"^\W*(?P<said>leg\s(?P<n>[1-9])\s?[:–-])(?=\s)", r"\g<n>)"),
        (
            "legs",
            r"\b(?P<said>(?:each|every)(?:\s(?:athlete|member|person|one))?\s(?:does|completes|runs)\s(?:all\s)?[1-9]\slegs)(?=\s?:)",
            "Everyone does",
        ),
        (  # "Adaptive heat (seated): 3 RFT, .."
            "heat",
            r"^\W*(?P<said>(?P<who>adaptive|scaled|rx|masters|teens|elite)\s(?:heat|wave|group)s?(?:\s\([^()\d]{3,20}\))?)(?=\s?:)",
            r"\g<who>",
        ),
        (  # "in between each set run around the block (about 400 m)"
            "between ",
            r"(?P<said>\b(?:in\s)?between\s(?:each|every|the)\s(?:sets?|rounds?|rungs?)\s(?:you\s|we\s|everybody\s)?(?P<way>run|row|walk)s?(?:\s[^\W\d]+){0,3}\s?\((?:about\s|ca\.?\s|roughly\s|~)?(?P<far>\d{2,4}\s?m)\))",
            r"\g<far> \g<way> between rounds",
        ),
        (
            "time",
            r"^\W*(?P<said>if\s(?:there\s?(?:is|['’]s)\s|you\shave\s|we\shave\s)?(?:any\s|some\s|still\s)?time(?:\sleft|\sat\sthe\send|\sremaining)*\s?[:,])(?=\s(?:do\s)?\d)",
            "Extra:",
        ),
        (  # "In pairs - alternate rounds, 6 each"
            "alternat",
            r"\b(?P<said>alternat(?:e|ing)\s(?:full\s)?rounds,\s(?P<each>\d{1,2})\s(?:rounds\s)?each)(?=\W*$|\s*:)",
            r"\g<each> rounds each, alternating",
        ),
        (  # "80 wall balls / partner plank"
            "/ partner ",
            r"(?<=[^\W\d])\s/\spartner(?P<said>\s)(?=(?:plank|hollow|wall\ssit|dead\shang|handstand|hang|l-sit|squat|bar|ring|side)\b[^\d]*$)",
            " in ",
        ),
        (
            "one round",
            r"\b(?P<said>(?:you\sgo,?\si\sgo|i\sgo,?\syou\sgo)\W{1,3}(?:one|1)\s(?:full\s)?round\s(?:each|at\sa\stime))",
            "alternating rounds",
        ),
        ("both", r"\b(?:run|row|ski|bike|walk|carry)(?P<said>\s?,\s(?:you\s)?both)(?=\s*$)", " together"),
        (  # "10 rounds in total, switch each round"
            "round",
            r"(?<![\d.])(?P<said>(?P<all>\d{1,2})\srounds(?:\s(?:in\s)?total)?,?\s(?:and\s)?(?:switch|swap|change|tag)(?:ing)?\s(?:after\s)?(?:each|every)(?:\s(?:round|time))?)(?=\W*$|\s*:)",
            r"\g<all> rounds alternating",
        ),
    )
)


WAYS = (way_of(_SAID_OTHERWISE),)
