"""Clauses of a row that only talk: what to aim for, when to take less, how many share a bar, what was once.
Their numbers are none of the work beside them, so they are notes before anything is read."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence

from core.reading.board_words import board_words
from core.reading.names import Names
from core.reading.prose import bare_words
from core.reading.rows import Row
from core.reading.tokens import tokenize

_LOAD = (
    r"\d{1,3}(?:[.,]\d+)?(?:\s?[-–/]\s?\d{1,3}(?:[.,]\d+)?)?\s?"
    r"(?:kgs?|kilos?|lbs?|pounds?|%|percent)(?!\w)"
)
_PLACE = r"(?:rack|bar(?:bell)?|rower|bike|rig|lane|platform|box|station|bench|machine|rope|sled)(?:e?s)?\b"
_N = r"(?:\d{1,2}|one|two|three|four|five|six)"
_TALK = (  # how a clause begins that only talks, whatever stands in it
    # other loads than today's: last week's, of some, or only if
    r"(?:(?:add|drop|take|go\s+up|up|increase(?:\s+by)?|reduce(?:\s+by)?|plus|try)\s+|\+\s?)?(?:by\s+)?"
    rf"{_LOAD}\s+(?:more|less|heavier|lighter|up|down)?\s*(?:on|from|to|over|vs\.?|than"
    r"|compared\s+(?:to|with))\s+last\b",
    r"(?:if|when(?:ever)?|once|should)\s+[^\d;()]{3,60}?[,:]?\s*"
    rf"(?:add|drop|take|go|reduce|lower|increase|use|stay|stop|lose)\b[^;()]*?{_LOAD}",
    r"(?:men|women|ladies|girls|boys|guys|beginners|teens|kids|masters)\s+(?:can|may)\s+use\b",
    r"(?:use|with|at)\s+an?\s+(?:load|weight|bar|bell)\s+(?:that\s+)?you\s+(?:can|could)\b",
    r"(?:(?:weight(?:ed)?\s+)?vest\s+(?:is\s+)?optional"
    r"|optional(?:ly)?:?\s+(?:with\s+|wear\s+)?an?\s+(?:weight(?:ed)?\s+)?vest)\b",
    # what was, and whose
    r"last\s+(?:week|time|month|year)\b",
    r"(?:yesterday|previously)\b",
    r"(?:gym\s+)?record\b",
    r"(?:happy\s+)?birthday\b",
    r"same\s+as\s+(?:\d|last\b|on\b|in\b)",
    r"(?:all\s+at\s+)?(?:the\s+)?same\s+(?:cals?|calories|reps?(?:\s+scheme)?|distances?|metres|rounds|format|piece|everything)\W*$",
    # what not to do, and what is done for others
    r"(?:no\s+more|not\s+more|never\s+more)\s+than\s(?!\s*\d+\s?(?:%|kgs?|lbs?))",
    r"(?:don['’]?t|do\s+not|never)\s+(?!rest\b)[^\W\d]",
    r"no\s+rest\s+(?:inside|within|in\s+between)\b",
    r"no\s+(?:dropping|bouncing|cheating|chalk)\b",
    rf"(?:every\s+|each\s+|{_N}\s+)no[\s-]?reps?\b[^;()]*",
    r"(?:judge|spot|cheer(?:\s+for)?|count\s+for|help|thank|high[\s-]?five|encourage)\s+(?:your|each|the|an?)\b",
    # what is learned and looked for
    r"(?:focus(?:ing)?|concentrate|working)\s+on\s+(?=[^\W\d])[^\d]*$",
    r"(?:we\s+|you\s+)?learn(?:ing)?\s*:?\s+(?:the\s+|how\s+to\s+|to\s+)?(?=[^\W\d])[^\d]*$",
    # how hard, and how fast
    r"(?:hold|keep|stay\s+(?:at|under|around|below)|pace(?:\s+of)?|try\s+to\s+hold)\s*:?\s*"
    r"\d:\d\d(?:\.\d)?\s*(?:/|per)\s*(?:\d+\s?k?m\b|k\b)",
    r"(?:keep|stay|hold)\s+(?:(?:it|this|that|everything|the\s+\w+)\s+)?(?:at|around|about|near|under|below|above)\s+"
    r"(?:about\s+)?\d[^,;()]*\b(?:effort|hr|heart\s+rate|rpe)\b",
    r"effort\s*[:=]?\s*\d{1,3}\s?(?:/\s?10\b|%|-\d)",
    r"(?:set|round)\s+\d\s*[:=–-]\s*\d{2,3}\s?%(?:\s+effort)?(?=\s*(?:,|$))",
    r"\d{2,3}(?:\s?[-–]\s?\d{2,3})?\s?%\s+effort\W*$",
    r"(?:run|ride|walk|row)\s+together\W*$",
    r"(?:hr|heart[\s-]*rate)\s*(?:max|zone|under|below|above|at|around|about|between|stays?|is|[:<>=~])?\s*[<>~]?\d",
    r"(?:at\s+)?\d{2}(?:\s?[-–]\s?\d{2})?\s?%\s+(?:of\s+)?(?:your\s+)?(?:max(?:imum)?\s+)?(?:hr|heart[\s-]*rate)\b",
    r"\d(?:\s?[-–]\s?\d)?\s+(?:reps?\s+)?(?:left\s+)?in\s+(?:reserve|the\s+tank)\b",
    r"(?:sub|under|below)[\s-]+\d{1,2}(?::\d\d)?\s*(?:min(?:ute)?s?)?\s*(?:is|if|for|$|(?=\)))",
    r"(?:touch\s+(?:and|&|n)\s+go|tng)\s*(?:,|or|/)\s*(?:\w+\s+)?singles\b",
    r"singles\s+(?:are|is)?\s*(?:fine|ok(?:ay)?|allowed)\b",
    r"(?:the\s+)?(?:heaviest|best|top|biggest|last)\s+(?:single|double|triple|set|lift|complex|one|attempt|load|weight|bar)\s+(?:counts?|scores|wins|is\s+(?:your|the)\s+score|=\s*score)\b",
    rf"(?:best\s+of\s+)?{_N}\s+(?:tries|attempts)\s+(?:max|only|counts?|allowed)\b",
    r"break\s+(?:it|them|this|these)\b",
    r"so\s+(?:that\s+)?(?:all|every(?:one|body)|you|we|it|the|no(?:body|\s+one))\b",
    r"(?<=[\s(])(?:for\s+(?:quality|(?:max(?:imum|imal)?\s+)?(?:load|weight))|un-?timed|not\s+for\s+time)\W*$",
    r"(?:\d{1,2}|two|three|four|five)(?:\s?[-–]\s?\d{1,2})?\s+(?:deep\s+|big\s+)?breaths?\s+(?:between|after|in\s+between|per|before)\b[^;()]*",
    r"(?:slow|controlled|\d\s?s(?:ec)?)\s+(?:negatives?|eccentrics?|lowering)\W*$",
    r"(?:use\s+)?(?:an?\s+)?bands?\s+(?:if|as)\s+(?:you\s+)?need(?:ed)?(?:\s+(?:one|it))?\W*$",
    r"hold\s+(?:the\s+)?(?:last|bottom|top|first)\b[^;()]*",
    r"(?:start|begin)\s+(?:light|easy|moderate)\b[^;()]*",
    r"(?:feet|hands|heels|toes|elbows|forearms)\s+(?:on|off|against|up|elevated|raised|high|under|apart|together)\b[^\d;,()]{0,24}(?=[,;)]|$)",
    # how a machine is set
    r"level\s+\d{1,2}\s+on\s+the\b",
    r"(?:damper|resistance|incline|gradient|drag(?:\s+factor)?|gear)\b\s*(?:at|of|to|on|[=:])?\s*\d",
    r"speed\s*:?\s*\d{1,2}(?:[.,]\d)?\s*km/?h|\d{1,2}(?:[.,]\d)?\s*(?:km/h|kph|mph)\b",
    # the room: who shares what, and when
    r"(?:any|all|free)\s+(?:scaling|scale|option|level|version)s?\b(?:\s+(?:allowed|is\s+fine|welcome))?(?=\s*(?:$|[,;.)]))",
    r"(?:tonight|today|tomorrow|this\s+(?:morning|evening|afternoon))\s*:?,?\s*(?:at\s+)?(?:[5-9]|1\d|2[0-2])[:.]\d{2}\b[^;()]*$",
    r"(?:program(?:me)?\s*:\s*)?\d{1,2}\s+(?:weeks?|days|months?)\s+(?:to|until|till|before)\s+(?:your|the|an?|first|next)\b[^;]*",
    r"(?:increase|raise|pick\s+up|lift|drop|change)\s+(?:the\s+|your\s+)?(?:pace|speed|effort|damper|resistance)\b[^;()]*",
    r"(?:the\s+)?(?:last|first|final)\s+\d{1,2}\s?(?:s|sec(?:ond)?s?)\s+of\s+(?:each|every|the)\s+(?:minute|interval|round)\s+(?:are\s+)?"
    r"(?:hard|fast|all[\s-]out|sprint|easy)\b[^;()]*",
    r"(?:the\s+|your\s+|my\s+)?(?:gym|hotel|garage|room|studio)\s+(?:only\s+)?has\b[^;()]*",
    r"(?:athlete|client|trainee)\s*:\s*[^\d:;()]{3,40}$",
    r"(?:everything|all\s+(?:of\s+)?it|the\s+rest|everybody\s+else|others)\s*:?\s+(?:is\s+)?as\s+(?:on|above|in|before|written)\b",
    r"(?:small[\s-]group|semi[\s-]private|personal\s+training|class|course)\b[^\d;()]*\d{1,2}\s+(?:people|athletes|members|spots)\W*$",
    r"(?:[^\W\d][\w'’-]*\s?){1,3}:\s+(?:try\s+to\s+(?:go\s+)?|go\s+|stay\s+)?(?:unbroken|steady|smooth|slow(?:ly)?)\b[^\d;()@]*",
    r"(?:else|otherwise)\s+(?:partner|pair|buddy|team)\s+up\b[^;()]*",
    r"(?:\d{1,2}|two|three|four)\s+bars\s+(?:per|for\s+each|each)\b[^;,()]*",
    r"(?:program(?:me)?\s*:\s*)?\d{1,2}[\s-]weeks?\s+[^\W\d]{3,14}(?:\s+(?:cycle|program(?:me)?|plan|block|wave|build))?(?=\s*(?:[,;]\s|\s[–-]\s|$))",
    rf"{_N}\s+(?:machines?|ergs?)\s+(?:running|working|going|moving|at\s+a\s+time|at\s+once|in\s+use)\b[^;()]*",
    rf"{_N}\s+(?:people|athletes|members|of\s+you)\s+(?:can\s+|may\s+|will\s+)?share\b[^;()]*",
    r"set\s+(?:the\s+|your\s+)?(?:ski|bike|rower|row|erg|treadmill|damper|fan|seat)\b[^;()]*\s(?:to|at|on)\s[^;()]*",
    r"(?:partner|pair|buddy|team)\s+up\s+(?:if|when|for|as|where)\b",
    rf"share\s+(?:an?|the|your)\s+{_PLACE}",
    rf"(?:groups?|pairs?|teams?)\s+of\s+{_N}\s+share\b",
    rf"{_N}\s+(?:groups?|teams|halves)\s*[,:–-]?\s*(?:one|each|the\s+first|half)\s+(?:starts?|begins?|goes)\b[^;()]*",
    r"if\s+(?:the\s+)?(?:class|group|room|gym)\s+is\b[^;()]*",
    r"if\s+you\s+(?:come|are|arrive)\s+late\b[^;()]*",
    r"(?:open\s+gym|gym\s+(?:is\s+)?open)\s+(?:from\s+|at\s+|until\s+|till\s+)?\d[^;()]*",
    r"(?:1st|2nd|first|second)\s+heat\s+(?:at\s+)?\d[^;()]*",
    r"(?:we(?:['’]ll|\s+will)?\s+)?(?:demo|brief(?:ing)?)\s+(?:it\s+)?at\s+\d",
    r"\d{2}\s*-?\s*min(?:ute)?s?\s+(?:class|session|lesson|slot)\W*$",
    r"(?:the\s+)?tie[\s-]?break(?:er)?\s+is\b[^;()]*",
    r"(?:club|house|box|class|state|national|world)\s+record\b",
    r"(?-i:[A-Z])[^\W\d]+\s+(?:did|made|got|finished)\s+(?:this|it|that)\s+in\s+\d",
    r"(?:should|will|would)\s+take\s+(?:you|most|us|everybody)\s+\d[^;()]*",
    rf"(?:(?:pair|partner|team)\s+up[,;:]?\s+)?{_N}\s+(?:(?:people|athletes|lifters|members|of\s+you)\s+)?"
    rf"(?:per|to\s+an?|on\s+an?|at\s+an?)\s+{_PLACE}",
    rf"{_N}\s+{_PLACE}\s+(?:only|today|available|left|working|in\s+(?:use|total))\b",
    rf"(?:only|just|we\s+have|there\s+are)\s+{_N}\s+{_PLACE}",
    rf"use\s+(?:{_N}|an?)\s+{_PLACE}\s*(?:if|when|as)\b",
    r"(?:\d{1,2}|two|three)\s*min(?:ute)?s?\s+to\s+(?:set\s*(?:it\s+)?up|clear|tidy|clean\s+up|explain|brief)\b",
    r"(?:heats?|class(?:es)?(?:\s+times?)?|doors)\b[^;()]*?\d{1,2}[:.]\d{2}\b",
    r"(?:switch|change|swap)\s+(?:every|each|after\s+(?:every|each))\s+(?:run|row|lap|ride|bike)\W*$",
    r"(?:lanes?|heats?|waves?)\s+\d|set\s+up\b|see\s+(?:page|section|slide|notes?|videos?)\b",
    r"[^\W\d]+(?:\s[^\W\d]+)?\s+(?:opens?|closes?)\s+at\s+\d",
    r"[^\W\d]+(?:\s+[^\W\d]+)?\s+(?:is|are)\s+(?:broken|closed|out\s+of\s+order|being)\b[^;()]*",
)
_SAID = re.compile("|".join(_TALK), re.IGNORECASE)
_AIMS = re.compile(  # no movement stands in what is aimed for; but "expect 4 rounds" is read as an estimate
    r"(?:tips?|focus|cues?|stimulus|goals?|aim|intent|scores?|scoring|(?:coach(?:es|['’]s|s)?\s+)?notes?|standards?"
    r"|tie[\s-]?break|reminder|important|music|penalty|heart\s*rate)\s*[:=]\s*(?=\S)"
    r"|(?:(?:most|you|we|everybody|everyone)\s+(?:should|will|would)\s+(?:get|be|finish|take|have|reach)"
    r"|(?:should|will)\s+(?:take|be|get|last)|(?:this|it)\s+(?:should|will)\s+(?:take|be|last)"
    r"|(?:adjust|scale|modify|choose|pick|select|reduce|lower)\s+(?:(?:the|your|an?)\s+)?"
    r"(?:loads?|weights?|heights?|bars?|bells?)\b"
    r"|(?:looking|shoot(?:ing)?|aim(?:ing)?)\s+(?:for|to)|target(?:ing)?\s+(?:is\s+)?(?:sub|under)"
    r"|expect(?:ed|ing)?)(?!\w)(?![^;()]*\brounds?\b)",
    re.IGNORECASE,
)
_MONEY = re.compile(r"\d\s?[€£$]|[€£$]\s?\d")
_SCORED = re.compile(r"\b(?:did|got|made|scored|had|beat)\s+(?:in\s+)?\d", re.IGNORECASE)  # what somebody did
_OPEN = re.compile(  # before a clause
    r"(?<!\s)(?:\s*[,;]\s+|\s+[-–—/|]\s+|\s*(?:\.{2,}|…)\s*|\s*\((?=\S))|[.!]\s+"
)
_STOP = re.compile(r"(?<!\s)(?:\s*[,;)]|\s+\(|\s+[-–—/|]\s)|[.!]\s+(?=[A-Z0-9])")  # behind one
_ENDS = re.compile(  # behind one that may go on after a comma, unless that arranges or counts
    r"(?<!\s)(?:\s*;|\s+[-–—]\s)|[.!]\s+(?=[A-Z0-9])|\)"
    r"|,\s+(?=\d|(?:rest|cap|tc|time\s+cap|every|emom|amrap|then|for\s+time)\b)",
    re.IGNORECASE,
)
_HOW = re.compile(r"singles|touch|tng", re.IGNORECASE)  # behind which the load may stand
_LOADED = re.compile(r"(?<!\s),?\s{1,3}\(?(?:@|at|with)?\s{0,3}\d{2}")
_ASKS = frozenset(  # kinds of phrases that say what is done, or how
    "sets scheme ladder rest cap every amrap rounds for-time team share interval tempo rpe rir rm build"
    " death-by tabata station stations window synchro everyone meanwhile buy-in cash-out bodyweight"
    " rep-every division".split()
)
_DONE = frozenset(("m", "cal", "km"))
_LITTLE = frozenset("per at as from only all before after until till same".split())  # of ways, too
_FIRST = re.compile(r"\W*")


def talk(rows: Sequence[Row], names: Names) -> None:
    """Blank what only talks, and keep it with its row as a note; a row that only talks is one."""
    for row in rows:
        if row.role != "work" or row.tabled or row.text.lstrip().startswith("|"):
            continue
        found = [*_clauses(row.text, names), *_behind_a_bare_name(row.text, names)]
        if _is_all_talk(row.text, found, names):
            row.role = "note"
            continue
        for start, end in found:
            row.marks.append((start, end, "by the way"))
            row.asides.append((start, end))
            row.text = row.text[:start] + " " * (end - start) + row.text[end:]


def _is_all_talk(text: str, clauses: Sequence[tuple[int, int]], names: Names) -> bool:
    """'If form breaks, drop 10 kg', 'Ida did 9 rounds', '30 people signed up, 10 places left'."""
    begin = len(text) - len(_FIRST.sub("", text, count=1))
    last = len(text.rstrip(" ."))
    said = _SAID.match(text, begin)
    if said is not None and _end(text, said) >= last:
        return True
    if _SCORED.search(text) is not None and _only_talks(text, names):
        return True
    end = min(_next(text, begin), *(start for start, _ in clauses[:1]), len(text))
    behind = bool(clauses) and clauses[0][0] <= end and clauses[-1][1] >= last
    return behind and _only_talks(text[begin:end], names)


def _clauses(text: str, names: Names) -> Iterator[tuple[int, int]]:
    """Where the clauses that only talk begin, with the sign before them, and end."""
    at = 0
    for sign in _OPEN.finditer(text):
        end = _end_of_talk(text, sign.end(), names) if sign.start() >= at else None
        if end is not None:
            at = end + (sign.group().endswith("(") and text[end : end + 1] == ")")
            yield sign.start(), at


def _end_of_talk(text: str, begin: int, names: Names) -> int | None:
    """Where the clause that begins here ends, if it only talks."""
    said = _SAID.match(text, begin)
    if said is not None:
        return _end(text, said)
    aims = _AIMS.match(text, begin)
    if aims is not None:
        end = _end(text, aims)
        return None if _names_work(text[begin:end], names) else end
    end = _next(text, begin)
    return end if _only_talks(text[begin:end], names) else None


def _behind_a_bare_name(text: str, names: Names) -> Iterator[tuple[int, int]]:
    """'Pull-ups, write your time on the board': a sentence behind a name that its list's numbers count."""
    sign = _OPEN.search(text)
    if sign is None or any(map(str.isdecimal, text)) or text.rstrip().endswith((".", "!")):
        return
    match = names.find(text[: sign.start()]) if names.starts(text[: sign.start()]) else None
    behind = text[sign.end() :]
    told = board_words().sentences.intersection(bare_words(behind)) - _LITTLE
    if match is None or match.left_over or match.beside or not told or _names_work(behind, names):
        return
    if not any(one.kind in _ASKS for one in tokenize(behind)):
        yield sign.start(), len(text.rstrip())


def _only_talks(text: str, names: Names) -> bool:
    """'we have 12 bars', 'birthday of Marek (40)', 'effort 7/10': a number beside words that count nothing,
    and no word of what is done or how."""
    told = _MONEY.search(text) is not None or _SCORED.search(text) is not None
    if told:
        return not _names_work(text, names)
    if not any(map(str.isdecimal, text)) or board_words().talk.isdisjoint(bare_words(text)):
        return False
    phrases = [one for one in tokenize(text) if one.kind != "percent" and one.unit != "percent"]
    asks = any(one.kind in _ASKS or one.unit in _DONE for one in phrases)
    return not asks and not _names_work(text, names)


def _names_work(text: str, names: Names) -> bool:
    return any(one.kind == "words" and names.find(one.text) is not None for one in tokenize(text))


def _next(text: str, begin: int) -> int:
    """Where the clause that begins here ends: at the next sign."""
    stop = _STOP.search(text, begin)
    return stop.start() if stop else len(text.rstrip())


def _end(text: str, said: re.Match[str]) -> int:
    """Where a clause ends: with its bracket, before a semicolon, a dash or the next sentence, or before what
    arranges or counts; else with the row."""
    stop = _ENDS.search(text, said.end())
    loaded = _LOADED.search(text, said.end()) if _HOW.match(said.group()) else None
    return min(one.start() for one in (stop, loaded) if one) if stop or loaded else len(text.rstrip())
