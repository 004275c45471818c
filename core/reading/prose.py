"""Whether words are a sentence, a note or a schedule, and so no work."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence
from functools import lru_cache

from core.reading.adding import GROWS
from core.reading.board_words import board_words, speaks_of_care
from core.reading.languages import fold
from core.reading.names import Names
from core.reading.phrases import PAIR, Phrase
from core.reading.rest_of_time import LEFT
from core.reading.tokens import seconds_of, tokenize
from core.reading.units import METRE_PER

COUNTED = frozenset(("count", "measure", "sets", "scheme", "ladder", "clock", "sum", "span", "steps"))
_SETS_A_FORM = frozenset("every amrap interval rounds for-time death-by max build tabata".split())
_ALSO_ARRANGES = frozenset("rest cap then buy-in cash-out quality set-word".split())
ARRANGES = (
    _SETS_A_FORM
    | _ALSO_ARRANGES
    | frozenset("station stations team division window synchro everyone".split())
)  # kinds of phrase a line of work may begin with
_ARRANGING = frozenset(("rounds", "amrap", "every", "interval", "for-time", "tabata", "death-by", "quality"))
STRONG = frozenset(("tabata", "amrap", "every", "for-time", "interval"))
CARE = frozenset(
    ("stretch", "stretching", "foam", "mobility", "smash", "roll", "breathe", "breathing", "massage")
)
BACKWARDS = re.compile(
    r"^\W*(?:and\s+|then\s+)*(?:(?:go|work|walk)\s+)?(?:all\s+the\s+way\s+)?"
    r"back\s+(?:up|down|through|to the (?:top|start))\b[\w\s]{0,16}(?:\([\d\s,/&-]+\))?\W*$",
    re.IGNORECASE,
)
_PIECE_OF_KIT = (
    r"(?:an?|one|two|three|[1-4])\s+(?:(?:light|heavy|empty)\s+)?(?:bar|barbell|rowe"
    r"r|bike|erg|ski\s?erg|box|ball|rope|bell|kettlebell|"
    r"dumbbell|db|kb|sled|mat|ring|lane)s?(?:\s+(?:each|per\s+\w+))?"
)
_FOR_WHO_HURTS = re.compile(  # "Anyone with a bad back: ..", "Sore shoulders: ..": another choice, for some
    r"\W*(?:any(?:one|body)\s+(?:with|who)|who(?:ever)?\s+has|those\s+(?:with|who)|p"
    r"eople\s+with|with\s+an?|sore|bad|cranky"
    r"|wer\b|quien|chi\s+ha|ceux\s+qui|quem\s+t)[^:?]*\b(?:back|shoulder|knee|wrist|"
    r"elbow|hip|neck|ankle|injur|pain|hurt|ache"
    r"|rücken|schulter|knie|schmerz|espalda|hombro|rodilla|dolor|schiena|spalla|gino"
    r"cchi|dos\b|épaule|genou|costas|ombro|joelho|dor\b)"
    r"[^:?]*[:?]",
    re.IGNORECASE,
)
_OF_THE_ROOM = re.compile(  # of the room, of another time, of what somebody did
    r"\W*(?:count\s+[^\d,;:.]{3,24}\s+only\W*$|only\s+(?:the\s+)?[^\d,;:.]{3,24}\s+counts?\W*$|count\s+only\b[^\d:]*$"
    r"|wipe\b|rest\s+is\s+[^\W\d]|next\s+(?:week|time|month)\b|(?:the|our|my|gym)\s+record\b|you\s+should\s+(?:finish|get|be)\b"
    r"|remember\s+(?:the|when|that|last)\b|think\s+of\b|results?\s*:\s*(?:1st|first|1\.)|(?:score\s+)?example\s*:|score\s+example\b)",
    re.IGNORECASE,
)
_AIMED = re.compile(  # what to aim for, how it should be, what it was
    r"\W*(?:(?:aim|shoot|go|look|try)(?:ing)?\s+(?:for|to)\s+(?:under|sub|less|around|about|\d|a\b|finish|be|get|complete|match|beat)"
    r"|(?:(?:this|it|these|rounds?|each|workout)\s+){0,2}should\s+(?:take|be|feel|last)\b"
    r"|goal\s+(?:is|time|of)\b|last\s+(?:week|time|month|year)\s+(?:was|were|we|you)\b|compare\s+(?:with|to)\b"
    r"|add\s+\d+(?:[.,]\d+)?\s?(?:kg|lbs?|%)\s+(?:to|from|on|over|vs\.?)\s+last\b"
    r"|(?:happy|merry)\s+[^\W\d]+\W*$|enjoy\b[^\d]*$|class(?:es)?\s+(?:at|times?|starts?)\b"
    r"|(?:pick|choose|use|select)\s+(?:an?|the)\s+(?:weight|load)\b)",
    re.IGNORECASE,
)
_ONLY_KIT = re.compile(
    rf"^\W*{_PIECE_OF_KIT}(?:\s*(?:,|&|\+|and|,\s*and)\s*{_PIECE_OF_KIT})+\W*$", re.IGNORECASE
)  # "one bar, one rower, one box"
DO_AGAIN = re.compile(
    r"^\W*(?:and\s+|then\s+)?(?:repeat|do|again)\s+(?:(?:all\s+of\s+)?(?:it|that|thi"
    r"s)\s+(?:all\s+)?|everything\s+|the\s+whole\s+thing\s+)?"
    r"(?P<times>[2-9]|one|two|three|four|five)\s+(?P<more>more\s+)?times?(?:\s+(?:in"
    r"\s+total|total|through))?\W*$",
    re.IGNORECASE,
)
AGAIN = re.compile(
    r"^\W*(?:repeat|keep\s+going|continue|go\s+on|again\s+and\s+again|and\s+again|ro"
    r"und\s+and\s+round)\b[^\d:]{0,40}?\b(?:until|for|till|up\s+to)\b"
    r"\D{0,12}(?P<minutes>\d{1,2})(?::00|\s*(?:min(?:ute)?s?|'))(?![\w:])",
    re.IGNORECASE,
)
_AMOUNTS = ("count", "measure", "sets")
AS_USUAL = re.compile(
    r"^\W*(?:mobility|warm[- ]?ups?|stretch(?:ing)?|activation|prep)\s+"
    r"(?:first|together|on\s+your\s+own|as\s+(?:usual|always)|before\s+(?:class|you"
    r"\s+start))\b[^:\d]*(?:\(\s*\d+[^)]*\)|\d+\s*(?:min(?:ute)?s?|'))?\W*$",
    re.IGNORECASE,
)  # of which nothing is said, so that it heads nothing
MARKED = re.compile(
    r"^\W*(?:all\s+)?(?:percentages?|percents|%s?|loads?|weights?)\s+(?:are\s+|is\s+"
    r")?(?:all\s+)?(?:based\s+(?:on|off)|of\s+your|from\s+your)\b"
    r"|[^:]*\b(?:out\s+of\s+order|being\s+(?:repaired|serviced|painted)|(?:is|are)\s+(?:broken|closed))\b"
    r"|^\W*(?:last|previous)\s+(?:week|time|month|year)(?:['’]s)?\b[^:]{0,20}:"
    r"|^\W*(?:at[\s-]home|home|travel|hotel|outdoor|garage|no[\s-](?:equipment|kit)|"
    r"limited\s+(?:equipment|kit))\s+(?:option|version|alternative|workout)s?\s*:"
    r"|^\W*scores?\s+(?:is|are|=)\s"
    r"|^\W*(?:yesterday|(?:pace|pacing)\s+guide|open\s+gym)\b[^:]{0,20}:(?!.*\btoday\b)"
    r"|^\W*(?:group|heat|lane)\s+(?:[1-9A-D]|one|two)\s+(?:starts?|begins?|goes|waits?|follows?|joins?)\b"
    r"|^\s*good (?:morning|evening|afternoon)\b(?=\s*(?:[!,.]|all\b|team|every|folks|crew"
    r"|friends|people|to\b|from\b|and\b|$))"
    r"|^\s*(?:open gym(?!.*\bor\s+\d)|no class(?:es)?|happy birthday|congrat\w*|thanks?|welcome|see you"
    r"|next class|heart rate)\b(?![:\s]*\d)"
    r"|^\s*(?:tomorrow|next week|coming up|on deck)\s*:[^\d]+$"
    r"|^\s*hr\s+(?:under|below|max)\b"
    r"|^\s*(?:total|overall)\s+\d+\s*(?:min|minutes|reps|h)\b(?!\s*(?:of|amrap|emom))"
    r"|^(?!\W*(?:kb|kettlebell|db|dumbbell|bar|barbell|ball|rx|load|weight)s?\s*=)"
    r"[^\d=]+\s=\s+(?!\d+\s*(?!reps?\b|points?\b|seconds?\b|rounds?\b)[a-z])(?=\S)"
    r"|^\s*(?:off|rest)\s*[/,](?=\s*[a-z /,]+$)"
    r"|^\W*week\s+\d+(?:\s*(?:of|/)\s*\d+)?\W*$"
    r"|^\s*p\.?s\.?\s*[.:,-]\s"
    r"|^\W*(?:rest|breathe|recover|slow\s+down)\s+(?:when(?:ever)?|if)\s+(?:you|your|it|the)\b[^\d]*$"
    r"|^\W*(?:mon|tue|wed|thu|fri|sat|sun)[a-z]{0,6}\W*(?:off|rest(?:\s+day)?|free)\W*$"
    r"|^\W*(?:increasing|ascending|climbing|heavier|add\s+weight)(?:\s+(?:each|every"
    r"|per)\s+(?:set|round))?\W*$"
    r"|^\W*\d{2,3}\s*min(?:ute)?s?\s+class\b[^\d:]*$"
    r"|^\W*(?:heats?\s+)?starts?\s+every\s+\d{1,2}(?::\d{2})?\s*(?:min(?:ute)?s?|')?\W*$"
    r"|^\s*lanes?\s+\d|^[^:]*\bpenalt(?:y|ies)\b|^[^:]*\b(?:you\s+are|you're|is|being|comes?|coming)\s+late\b"
    r"|^\s*none(?:\s+today)?\W*$"
    r"|^\s*(?:greetings|regards|(?:best|kind|warm)\s+(?:regards|wishes)|cheers|best|"
    r"yours|all\s+the\s+best)\W*$"
    r"|^\s*(?://|>{1,2}\s|\*{1,2}\s*(?=note)|(?:coach(?:es|'s)?\s+)?notes?\s*[:\-]"
    r"|instead of\b(?![^:]{1,40}:\s*\d)|(?:from|to|re|cc|subject|date|ps|p\.s\.)\s*:)",
    re.IGNORECASE,
)
_IF_NEEDED = re.compile(
    r"\s*\((?:[^()]*\s)?if\s[^()\d]*\)|,?\s*\bif\s+(?:possible|needed|necessary|able"
    r"|you\s+(?:can|must|like|want)(?!\s+\w))",
    re.IGNORECASE,
)  # by the way, which makes no sentence of a line
_WITH_WHAT_IS_LEFT = re.compile(
    rf"^\W*(?:then\W+)?{LEFT}\s*(?:[:,]?\s*(?:as\s+many|max(?:imum|imal)?|amrap)\b|:?\W*$)", re.IGNORECASE
)  # "In the remaining time max cal bike.", "In the remaining time:"
_SPOKEN_BRACKET = re.compile(
    r"\s\((?:[^()\d\s]+\s+){4,}[^()\d\s]+\)\W*$"
)  # "21-15-9 (you go, I go: each ..)"
LABEL = re.compile(r"^\s*[*_#•-]*\s*([A-Za-z][\w'’/ -]{1,24}?)\s*(?:\([^)]*\)\s*)?[:–]\s+\S")
_WORD = re.compile(r"[^\W\d_]+(?:['’][^\W\d_]+)?")
_CLOCKS = re.compile(
    r"(?<![\d:.])(?:[012]?\d[:.h][0-5]\d|[012]?\d\s?(?:am|pm|a|p|h|uhr)(?!\w))(?!:?"
    r"\d|\.\d|\s?(?:kg|km|m\b|min|mile|k\b|x))",
    re.IGNORECASE,
)
_EVENT_WORDS = re.compile(
    r"\b(?:doors|heats?|briefing|check[- ]?in|registration|weigh-?in|prize\s?giving|classes|class times"
    r"|kurse|turmas|open from|closes)\b",
    re.IGNORECASE,
)
_HOUR = re.compile(r"\d+")
_ONLY_TIMES = re.compile(r"^[\s\d:./|,;&+()h-]*$", re.IGNORECASE)
TITLE_OPENERS = re.compile(
    r"\b(?:week|day|session|phase|block|cycle|test|wod|workout|event|part|class|less"
    r"on|mon|tue|wed|thu|fri|sat|sun)",
    re.IGNORECASE,
)
_WITHIN = re.compile(r"\s*in\s+\d", re.IGNORECASE)
_NEVER_IN_TITLE = (
    (COUNTED - {"count", "clock"})
    | _SETS_A_FORM
    | _ALSO_ARRANGES
    | frozenset("rm tempo rpe share expect note percent".split())
)
_DATED_TITLE = re.compile(
    r"\b(?:mon|tues|wednes|thurs|fri|satur|sun)day\b|(?<![\d.])\d{1,2}\.\d{1,2}\.(?:\d{2,4})?(?!\d)"
    r"|(?<![\d.@x/])\s(?:(?:[0-2]?\d|3[01])/(?:0?[1-9]|1[0-2])|(?:0?[1-9]|1[0-2])/"
    r"(?:[0-2]?\d|3[01]))(?:/\d{2,4})?"
    r"(?=\s*(?:$|[–-]\s))",
    re.IGNORECASE,
)
_DATE_FIRST = re.compile(r"^\W*(?:[0-2]?\d|3[01])\.(?:0?[1-9]|1[0-2])\s+[–|-]\s+(?=[^\W\d])")
_COUNTDOWN = re.compile(r"\W*3\W+2\W+1\W+go\W*", re.IGNORECASE)
LONGEST_TITLE = 12
LONGEST_LABEL = 4  # words of a day's name
_OPEN_SENTENCES = frozenset(("cap", "rest", "team", "share", "stations", "division", "every"))
_PROSE_KINDS = frozenset(("words", "at", "each", "per-side", "of", "and", "or", "then", "rest", "every"))
_WHO_WORKS = frozenset(
    ("share", "team", "everyone", "synchro", "comma", "and", "dash", "open", "close", "other")
)
_TRIES_OF = frozenset(("attempt", "attempts", "tries"))
LONGEST_MAX = 20  # words of a sentence that says what is lifted at the most
SHORT_OPENING = 4
LEAST_CLOCKS = 2
LAST_HOUR = 23
FIRST_HOUR = 5  # no class starts before; common practice
LEAST_OF_SENTENCE = 2
MOST_IN_WORK = 3  # words of sentences a line of work may hold
SENTENCE_SHARE = 0.3
LONG_SENTENCE = 8  # words from which a sentence may be told by its little words alone
PLAIN_WORDS = 4
PLAIN_SHARE = 0.3
VERBS = frozenset("are is was were will being been need needs has have had should must can could".split())
_OF_WORK = (_SETS_A_FORM - {"rounds", "max"}) | frozenset(
    "sets scheme ladder sum rpe rir tempo cap rest quality division set-word team share at".split()
)
_TRIES = frozenset(("build", "max", "rm", "clock", "each", "per-side"))
_FACE = re.compile(r"[:;]-?[)(DP]\s*$")
_DIGIT = re.compile(r"\d")
_PIECE_WORDS = re.compile(
    r"\b(?:amrap|emom|as many|max|for time|rounds of|tabata|works? at a time)|^\W*(?:split|share)\b",
    re.IGNORECASE,
)


AFTER_ORDINALS = re.compile(
    r"\W*after\s+(?:the\s+)?(?P<list>\d{1,2}(?:st|nd|rd|th)(?:\s*(?:,|and|&|/)\s*(?:"
    r"the\s+)?\d{1,2}(?:st|nd|rd|th))*)"
    r"(?:\s+(?:rounds?|sets?|ones?|intervals?))?\s*[:,–-]?\s+(?=\d)",
    re.IGNORECASE,
)
HEAVIEST = re.compile(
    r"(?=.*\b(?:heav(?:y|iest)|max(?:imum)?|find|build|establish)\b)"
    r"(?:(?:\W*\d{1,2}\s*min(?:ute)?s?\s*:)?[^:+]{0,90}\bcomplex\b[^:+]{0,40}:?\W*|.{0,60}\b(?:1\s?rm|max|heavy\s+single)\s+of\s*:\W*)",
    re.IGNORECASE,
)
_ON_A_MACHINE = re.compile(
    r"\b(?:start|begin|finish|end|then)\b[^.!?\d]{0,20}\d{1,2}\s*(?:min(?:ute)?s?)\s+(?:easy\s+)?on\s+the\s+"
    r"(?:bike|rower|ski\s?erg|row|ski)\b",
    re.IGNORECASE,
)  # "We start with 8 minutes on the bike, easy."
_TO_FIND = re.compile(r"\b(?:find|establish|build|reach|hit|get)(?:s|es)?\b", re.IGNORECASE)
_COUNTS_AS = re.compile(
    r"\W*(?:an?|the|each|every)\s+[^\d,;:]{2,30}\bcounts?\s+(?:as\s+|for\s+)?\d+\s*"
    r"(?:reps?|points?|rounds?)?\W*$",
    re.IGNORECASE,
)


def _is_for_a_team(phrases: Sequence[Phrase]) -> bool:
    """'Pairs (same sex or mixed). 16 minute cap.': who shares it, and how long it may take."""
    return bool(phrases) and phrases[0].kind == "team" and any(one.kind == "cap" for one in phrases)


_YEAR = re.compile(r"20\d\d")


_HEADS_A_LIST = re.compile(
    r"\W{0,4}(?:\d{1,2}\s?[\s-]?min(?:ute)?s?\s(?:amrap|emom)\b|(?:amrap|emom)\s\d|\d{1,2}\s(?:rounds|rds|rft|sets)\b|every\s\d|e\dmom\b)",
    re.IGNORECASE,
)


class Prose:
    """Tells sentences from work with one gym's names and the little words of a text's languages."""

    def __init__(self, names: Names, little_words: frozenset[str] = frozenset()):
        self.names = names
        self.little = board_words().sentences | little_words

    def is_plain(self, text: str) -> bool:
        """Whether words alone tell a long sentence, so that nothing has to be looked up."""
        words = bare_words(text)
        if len(words) < LONG_SENTENCE or _DIGIT.search(text) or _PIECE_WORDS.search(text):
            return False
        told = sum(word in self.little for word in words)
        return told >= PLAIN_WORDS and told >= PLAIN_SHARE * len(words)

    def is_note(self, text: str, phrases: Sequence[Phrase]) -> bool:
        """Whether a stretch of a line is a note: marked as one, labelled as one, a sentence, or words that
        say no work."""
        if text.rstrip().endswith(":") and _HEADS_A_LIST.match(text):
            return False  # "20 min AMRAP in teams of 4, rotate when the runner is back:"
        if " if " in text or "(if " in text:
            text = _IF_NEEDED.sub("", text)
            phrases = [one for one in tokenize(text) if one.kind != "other"]
        elif (said := _SPOKEN_BRACKET.search(text)) and any(one.kind == "scheme" for one in phrases):
            text = text[: said.start()]
            phrases = [one for one in tokenize(text) if one.kind != "other"]
        words = bare_words(text)
        told_at_once = self._at_once(text, words, phrases)
        return self._by_its_words(text, words, phrases) if told_at_once is None else told_at_once

    def _at_once(self, text: str, words: Sequence[str], phrases: Sequence[Phrase]) -> bool | None:
        """What marks, labels and lists tell; None where they tell nothing."""
        if (
            self._is_a_name(text, phrases)
            or GROWS.match(text)
            or BACKWARDS.match(text)
            or DO_AGAIN.match(text)
            or _WITH_WHAT_IS_LEFT.match(text)
            or (text.rstrip().endswith(":") and HEAVIEST.fullmatch(text))
        ):
            return False
        if _ONLY_KIT.match(text) or _FOR_WHO_HURTS.match(text) or self._is_aimed(text, phrases):
            return True
        if MARKED.match(text) or AS_USUAL.match(text) or (phrases and phrases[0].kind == "note"):
            return True
        if AGAIN.match(text) or AFTER_ORDINALS.match(text) or _is_for_a_team(phrases):
            return False
        if _COUNTS_AS.match(text):
            return True
        if ((words and words[0] in CARE) or speaks_of_care(text)) and not self._named(phrases):
            return True  # "stretch lats and hips, 5 min"
        if self.lists_after_colon(phrases) or self.counts_several(text, phrases):
            return False
        if self.joins_names(phrases) or _says_stations(phrases) or self.lifts(phrases, text):
            return False
        if phrases and all(phrase.kind in _WHO_WORKS for phrase in phrases):
            return False
        return True if self._is_sentence(text, words, phrases) else None

    def _is_aimed(self, text: str, phrases: Sequence[Phrase]) -> bool:
        """'Aim for under 12 min', 'Last week was 72 %': what to aim for, how it should be, what it was."""
        if _OF_THE_ROOM.match(text):
            return True
        return _AIMED.match(text) is not None and not self._named(phrases)

    def _is_a_name(self, text: str, phrases: Sequence[Phrase]) -> bool:
        """'good morning' alone on its line is the lift, 'Good morning' a greeting; 'Push-ups from the knees'
        is one however it begins."""
        small = not text.lstrip()[:1].isupper() or len(text.split()) >= LONG_NAME
        bare = len(phrases) == 1 and phrases[0].kind == "words" and small
        match = self.names.find(text) if bare else None
        return match is not None and match.confidence == 1 and not (match.left_over or match.beside)

    def _by_its_words(self, text: str, words: Sequence[str], phrases: Sequence[Phrase]) -> bool:
        told = sum(word in self.little for word in self._own_words(phrases))
        counted = any(phrase.kind in COUNTED for phrase in phrases)
        kinds = {phrase.kind for phrase in phrases}
        if kinds == {"rest", "words", "or"}:
            return True  # "rest or swim"
        if kinds == {"words", "or"} and not all(
            self.names.find(one.text) for one in phrases if one.kind == "words"
        ):
            return True  # "Swim or hike"
        if self._paces(phrases):
            return False
        if self.begins_work(phrases) or self._arranges(phrases):
            return self._long_sentence(text, phrases, words, told)
        ended = text.rstrip().endswith((".", "!", "?"))
        sets = "sets" in kinds and not ended and told < 2 * LEAST_OF_SENTENCE
        if len(words) >= SHORT_OPENING and told >= LEAST_OF_SENTENCE and not sets:
            return True
        if ended and told and (len(words) >= SHORT_OPENING or not self._named(phrases)):
            return True
        if counted:
            return self._only_a_time(phrases)
        if any(phrase.kind in ARRANGES for phrase in phrases):
            return ended and bool(told)
        named = self._named(phrases)
        return (len(words) >= 3 and not named) or (ended and len(words) >= SHORT_OPENING)

    def _paces(self, phrases: Sequence[Phrase]) -> bool:
        """'Clean ladder: 1 rep every 30 s, add 5 kg until you fail': repetitions of a name by the minute."""
        kinds = [phrase.kind for phrase in phrases]
        paced = "rep-every" in kinds or ("every" in kinds and ("count", "reps") in itertools.pairwise(kinds))
        return paced and self._named(phrases[:1])

    def _is_sentence(self, text: str, words: Sequence[str], phrases: Sequence[Phrase]) -> bool:
        """Told by its label, its question mark, its first word or its verb."""
        if _COUNTDOWN.fullmatch(text):
            return True
        shared = words[:1] in (("team",), ("teams",)) and any(
            phrase.kind in ("team", "share") for phrase in phrases
        )
        if not shared and (labelled_note(text) or (text.rstrip().endswith(".") and _opens_with_label(text))):
            return True
        if self._is_standard(text, words, phrases):
            return True
        asks = "?" in text and not (
            self._named(phrases) and any(phrase.kind in COUNTED for phrase in phrases)
        )
        return asks or self._is_order(text, words, phrases) or self._states(text, words, phrases)

    def _is_standard(self, text: str, words: Sequence[str], phrases: Sequence[Phrase]) -> bool:
        """'Rope climb: both hands touch the beam at 4.5 m.': how a movement counts."""
        label = LABEL.match(text)
        name = self.names.find(label.group(1)) if label is not None else None
        if (
            name is None
            or name.left_over
            or not text.rstrip().endswith(".")
            or len(words) <= SHORT_OPENING + 2
        ):
            return False
        works = any(one.kind in _OF_WORK | _TRIES or one.unit == "percent" for one in phrases)
        told = sum(word in self.little for word in words)
        counts = any(one.kind == "count" for one in phrases)
        return not works and not counts and told >= LEAST_OF_SENTENCE

    def _is_order(self, text: str, words: Sequence[str], phrases: Sequence[Phrase]) -> bool:
        """'Use 60-70 % of your best clean.', 'Try to add 2.5 kg to last week.': what to mind."""
        if not _ends(text) or not words or words[0] not in board_words().orders:
            return False
        if len(words) < SHORT_OPENING:
            return (
                len(words) > 1
                and not self._named(phrases)
                and not any(one.kind in _OF_WORK for one in phrases)
            )
        counts = any(phrase.kind in ("count", "sets", "scheme") for phrase in phrases)
        return not (counts and self._named(phrases))

    def _states(self, text: str, words: Sequence[str], phrases: Sequence[Phrase]) -> bool:
        """'Rowers 3 and 7 are being serviced.', '30 people signed up, 10 places left.': a sentence whose
        numbers count nothing done."""
        if not _ends(text) or len(words) <= SHORT_OPENING or any(one.kind in _OF_WORK for one in phrases):
            return False
        if not self._named(phrases):
            return True
        return phrases[0].kind == "words" and bool(VERBS & set(words))

    def is_dated(self, phrases: Sequence[Phrase], text: str) -> bool:
        """'Swim/run Saturday', 'Squat Monday': a day, and names that nothing counts."""
        uncounted = not any(one.kind in COUNTED or one.kind in ARRANGES for one in phrases)
        return uncounted and _DATED_TITLE.search(text) is not None and len(bare_words(text)) <= LONGEST_LABEL

    def is_title(self, text: str, phrases: Sequence[Phrase]) -> bool:
        """Whether a first line names the session: words that are no movement, no amounts (but 'Week 3'), no
        sentence."""
        worded = [phrase for phrase in phrases if phrase.kind == "words"]
        if text.isupper() and "," not in text and not _DIGIT.search(text) and self._shouts(text):
            return True  # "EVERY DAY IS A GOOD DAY TO SQUAT"
        if _DATE_FIRST.match(text) and not self._named(phrases):
            return True  # "12.12 - Twelves"
        if not worded or phrases[0].kind in COUNTED:
            return False
        dated = _DATED_TITLE.search(text) is not None and not self._named(phrases)
        arranged = any(one.kind in _ALSO_ARRANGES | _SETS_A_FORM - {"max"} for one in phrases)
        if dated and len(bare_words(text)) <= LONGEST_TITLE and not _ends(text) and not arranged:
            return True  # "WOD Tuesday 8.12.2026 (max 16 people)"
        if any(phrase.kind in _NEVER_IN_TITLE for phrase in phrases) or _WITHIN.match(text):
            return False
        if any(one.times > 1 and one.unit for one in phrases):
            return False  # "Partner relay: 4 x 50 m each"
        counted = any(phrase.kind == "count" and not _YEAR.fullmatch(phrase.text) for phrase in phrases)
        if counted and any(phrase.kind == "x" or phrase.pair for phrase in phrases):
            return False  # "Core finisher 3x", "Team of 2. One barbell. 60/40."
        if counted and not (TITLE_OPENERS.search(text) or len(_WORD.findall(text)) >= SHORT_OPENING - 1):
            return False
        exact = [self.names.find(phrase.text) for phrase in worded]
        if any(match is not None and not match.left_over for match in exact):
            return False
        words = bare_words(text)
        told = sum(word in self.little for word in words)
        return len(words) <= LONGEST_TITLE and not (text.rstrip().endswith((".", "!")) and told) and told <= 2

    def _shouts(self, text: str) -> bool:
        """Whether words are those of a sentence, long enough to be one."""
        words = bare_words(text)
        return len(words) > SHORT_OPENING and sum(word in self.little for word in words) >= LEAST_OF_SENTENCE

    def begins_work(self, phrases: Sequence[Phrase]) -> bool:
        """Whether the first words count something, arrange something, or name a movement that is counted
        after."""
        real = [
            phrase for phrase in phrases if phrase.kind not in ("dash", "open", "other", "colon", "bar", "at")
        ]
        if not real:
            return False
        first = real[0]
        if first.kind == "rm" and len(real) > 1 and self.names.starts(real[1].text):
            return True  # "1RM thruster from the floor"
        if [one.kind for one in real[:3]] == ["words", "rm", "words"] and self.names.starts(real[2].text):
            return len(first.text.split()) <= PAIR  # "C finds 1RM front squat"
        if first.kind in COUNTED:
            following = real[1] if len(real) > 1 else None
            return (
                first.kind != "count"
                or following is None
                or following.kind != "words"
                or self.names.find(following.text) is not None
                or self._named(phrases)
            )
        if first.kind == "division":
            return False
        if first.kind in ARRANGES:
            return True
        if first.kind != "words":
            return False
        match = self.names.find(first.text)
        if match is None or any(
            word in self.little
            for start, end in match.left_over
            for word in bare_words(first.text[start:end])
        ):
            return False
        return self.names.starts(first.text) and any(
            phrase.kind in COUNTED or phrase.kind in ("max", "build", "rm") for phrase in real[1:4]
        )

    def counts_several(self, text: str, phrases: Sequence[Phrase]) -> bool:
        """'In every round you run 200 m, do 12 cleans and ..': two amounts right beside names, and no word of
        what was or might be."""
        if board_words().unreal & set(bare_words(text)):
            return False
        counted = 0
        for first, second in itertools.pairwise(phrases):
            if first.kind in _AMOUNTS and second.kind == "words":
                counted += self.names.starts(second.text)
            elif first.kind == "words" and second.kind == "measure" and second.unit in METRE_PER:
                counted += self._ends_with_name(first.text)
        return counted >= LEAST_OF_SENTENCE

    def tells(self, phrases: Sequence[Phrase]) -> bool:
        """Whether the words of a stretch are those of a sentence."""
        return sum(word in self.little for word in self._own_words(phrases)) >= LEAST_OF_SENTENCE

    def _ends_with_name(self, text: str) -> bool:
        match = self.names.find(text)
        return match is not None and match.confidence == 1 and match.end == len(text.rstrip())

    def joins_names(self, phrases: Sequence[Phrase]) -> bool:
        """'deadlift + hang power clean + front squat': a complex, whatever is said around it."""
        runs = zip(phrases, phrases[1:], phrases[2:], strict=False)
        return any(
            plus.kind == "plus"
            and first.kind == second.kind == "words"
            and self._ends_with_name(first.text)
            and self.names.starts(second.text)
            for first, plus, second in runs
        )

    def lifts(self, phrases: Sequence[Phrase], text: str) -> bool:
        """'First we lift: deadlift, 5 sets of 5 across', 'Pull: ring rows, feet on the box, 3x10', 'One max
        clean per athlete.', 'After that 3 back-off sets of 8': sets beside a name, whatever is said around
        them."""
        words = bare_words(text)
        sets = next((at for at, one in enumerate(phrases) if one.kind in ("sets", "steps")), None)
        if sets is not None and sets > 0 and phrases[0].kind == "then" and sets <= 2:
            return True
        named = [
            at for at, one in enumerate(phrases) if one.kind == "words" and self._ends_with_name(one.text)
        ]
        if sets is not None and named[:1] == [0] and phrases[1].kind == "colon":
            return True  # "Snatch: from the hip 5x2, from the knee 5x2"
        counted = sets is not None and sets + 1 < len(phrases) and phrases[sets + 1].kind == "words"
        if sets is not None and counted and self.names.starts(phrases[sets + 1].text):
            told = set(bare_words(" ".join(one.text for one in phrases[:sets])))
            if not board_words().unreal & told:
                return True  # "work up to 3 sets of 5 back squats at a weight where you'd have two left"
        labelled = bool(named) and (named[0] == 0 or phrases[named[0] - 1].kind in ("colon", "then"))
        if sets is not None and any(0 < sets - at <= 2 for at in named):
            return labelled
        if self._finds_a_max(phrases, text):
            return True
        if board_words().unreal & set(words) and not _TRIES_OF & set(words):
            return False
        if (
            sets is not None
            and labelled
            and named[0] < sets
            and phrases[named[0] + 1].kind in ("comma", "open")
        ):
            return True  # "snatch (from the blocks, above the knee) 5 x 2"
        if " on the " in text and _ON_A_MACHINE.search(text):
            return True
        return len(words) <= LONGEST_MAX and self._after(phrases, "max")

    def _finds_a_max(self, phrases: Sequence[Phrase], text: str) -> bool:
        """'In 8 minutes, each athlete finds a 3RM thruster from the floor.', 'Find a 1RM snatch,
        you have 20 min.'"""
        finds = (
            _TO_FIND.search(text) if self._after(phrases, "rm") and any(map(seconds_of, phrases)) else None
        )
        return finds is not None and not board_words().unreal & set(bare_words(text[: finds.start()]))

    def _after(self, phrases: Sequence[Phrase], kind: str) -> bool:
        """Whether a name stands right behind a phrase of this kind."""
        return any(
            first.kind == kind and second.kind == "words" and self.names.starts(second.text)
            for first, second in itertools.pairwise(phrases)
        )

    def lists_after_colon(self, phrases: Sequence[Phrase]) -> bool:
        """'One rows, one does the rest: 5 push-ups, 10 sit-ups': two counted names right behind a colon."""
        colons = [index for index, phrase in enumerate(phrases) if phrase.kind == "colon"]
        return any(self._lists(phrases[colon + 1 : colon + 6]) for colon in colons)

    def _lists(self, phrases: Sequence[Phrase]) -> bool:
        if len(phrases) < 5:
            return False
        first, second, cut, third, fourth = phrases
        return (
            cut.kind in ("comma", "plus", "slash")
            and {first.kind, third.kind} <= COUNTED
            and all(one.kind == "words" and self.names.starts(one.text) for one in (second, fourth))
        )

    def _only_a_time(self, phrases: Sequence[Phrase]) -> bool:
        """'In the pool, 8:15 sharp': words, and no number but a time of the day."""
        numbers = [phrase for phrase in phrases if phrase.kind in COUNTED]
        of_day = all(
            phrase.kind == "clock" and FIRST_HOUR * 60 <= phrase.values[0] <= LAST_HOUR * 60
            for phrase in numbers
        )
        arranged = any(phrase.kind in ARRANGES for phrase in phrases)
        return (
            of_day
            and not arranged
            and not self._named(phrases)
            and any(phrase.kind == "words" for phrase in phrases)
        )

    def _arranges(self, phrases: Sequence[Phrase]) -> bool:
        """Whether a line sets a format somewhere, and names or counts what is done."""
        timed = {one.kind for one in phrases if one.text.lower() != "every"}
        paced = any(a.text.lower() == "every" and b.kind in COUNTED for a, b in itertools.pairwise(phrases))
        kinds = timed | ({"every"} if paced else set())
        return bool(kinds & STRONG) and (bool(kinds & COUNTED) or self._named(phrases))

    def _own_words(self, phrases: Sequence[Phrase]) -> list[str]:
        """The words of a line that are no keyword of the trade; '5 at 75 %' has none."""
        following = itertools.zip_longest(phrases, phrases[1:])
        return [
            word
            for phrase, after in following
            if phrase.kind in _PROSE_KINDS and not (phrase.kind == "at" and after and after.kind in COUNTED)
            for word in _WORD.findall(phrase.text)
        ]

    def _long_sentence(self, text: str, phrases: Sequence[Phrase], words: Sequence[str], told: int) -> bool:
        """A sentence that happens to begin like work: '6 rowers are free today, so ask before you start.'"""
        counted = [
            at
            for at, (first, second) in enumerate(itertools.pairwise(phrases))
            if first.kind in ("count", "measure")
            and second.kind == "words"
            and self.names.starts(second.text)
        ]
        colon = any(at and phrases[at - 1].kind == "colon" for at in counted)
        if counted[:1] == [0] and not board_words().unreal & set(words):
            return False  # "50 toes to bar in as few sets as you can", "100 m sled push x 4, as heavy as .."
        if counted and phrases[0].kind in STRONG and (colon or phrases[0].text.lower() != "every"):
            return False  # "EMOM for as long as you can: 2 squat cleans"
        if phrases[0].kind == "measure" and phrases[0].times > 1:
            return False  # "5 x 5 min at a pace you can keep"
        timed = any(phrase.kind in ("clock", "measure", "count") for phrase in phrases[1:3])
        if (
            phrases[0].kind in _OPEN_SENTENCES
            and told
            and not timed
            and text.rstrip().endswith((".", "!"))
            and not self._named(phrases)
        ):
            return True  # "Cap for part B is 20 minutes."
        return told > MOST_IN_WORK and told >= SENTENCE_SHARE * len(words)

    def names_work(self, phrases: Sequence[Phrase]) -> bool:
        """Whether a movement is named: exactly, or alike and right beside an amount."""
        around = ("", *(phrase.kind for phrase in phrases), "")
        return any(
            match.confidence == 1 or bool({around[at], around[at + 2]} & COUNTED)
            for at, phrase in enumerate(phrases)
            if phrase.kind == "words" and (match := self.names.find(phrase.text)) is not None
        )

    def _named(self, phrases: Sequence[Phrase]) -> bool:
        return self.names_work(phrases)


_PER = re.compile(r"per|(?:at\s+)?each|every", re.IGNORECASE)


def _says_stations(phrases: Sequence[Phrase]) -> bool:
    """'5 stations, 4 minutes each, 1 minute to change.'"""
    return any(one.kind == "stations" for one in phrases) and any(
        one.kind == "measure"
        and (after.kind == "each" or (after.kind == "stations" and (one.times > 1 or _PER.match(after.text))))
        for one, after in itertools.pairwise(phrases)
    )


def _ends(text: str) -> bool:
    """Whether a text ends like a sentence, or with a face made of signs."""
    return text.rstrip().endswith((".", "!")) or _FACE.search(text) is not None


@lru_cache(maxsize=4096)
def bare_words(text: str) -> tuple[str, ...]:
    """The words of a text in small letters, without accents and apostrophes."""
    return tuple(_WORD.findall(fold(text).replace("'", "").replace("’", "")))


def labelled_note(text: str) -> bool:
    """'Score: total reps', 'Cues - long arms': a label that says no work follows."""
    match = LABEL.match(text)
    if match is None:
        return False
    label = " ".join(match.group(1).lower().replace("’", "'").split())
    if label in board_words().loads and _SETS_BEHIND.search(text, match.end()):
        return False  # "loading: front squat 5, 5, 5, 3, 3, 3"
    known = board_words().notes | board_words().loads
    return label in known or _OF_PIECE.sub("", label) in board_words().notes


LONG_NAME = 3  # words from which a name is no greeting
_SETS_BEHIND = re.compile(r"[^\W\d]{3}\s(?:\d{1,2}\s?[x×]\s?\d|(?:\d\s?[,-]\s?){2,9}\d(?!\d|\s?kg))")
_OF_PIECE = re.compile(r"\s(?:\d[a-d]?|[a-d])$")  # "Tie-break 2A: .."


def label_of_loads(text: str) -> tuple[str, int] | None:
    """'Weights: 60/40': the label that says loads follow, and where they begin; None without one."""
    match = LABEL.match(text)
    if match is None or " ".join(match.group(1).lower().split()) not in board_words().loads:
        return None
    return match.group(1), match.end() - 1


def _opens_with_label(text: str) -> bool:
    """'Percentages of snatch for lines 1 and 2.': a sentence that starts with such a label."""
    word = _WORD.search(text)
    return (
        word is not None
        and word.group().lower() in board_words().notes
        and len(_WORD.findall(text)) > SHORT_OPENING
    )


def is_schedule(text: str) -> bool:
    """'6.30 / 9.30 / 18.00', 'classes 06:00 07:00', 'Heat 1 09:00, heat 2 09:15': times of the day, and
    little else."""
    clocks = _CLOCKS.findall(text)
    if clocks and _EVENT_WORDS.search(text):
        return True
    if len(clocks) < LEAST_CLOCKS or not any(int(_HOUR.match(clock)[0]) >= FIRST_HOUR for clock in clocks):  # type: ignore[index]
        return False
    left = _CLOCKS.sub("", text)
    return bool(_ONLY_TIMES.match(left)) or len(_WORD.findall(left)) <= 2 * len(clocks) + 2


def tells_work(phrases: Sequence[Phrase], text: str) -> bool:
    """Whether a line with clock times arranges a piece after all."""
    if _EVENT_WORDS.search(text):
        return False
    if len(_CLOCKS.findall(text)) > LEAST_CLOCKS and _ONLY_TIMES.match(_CLOCKS.sub("", text)):
        return False  # "9:00 / 10:00 / 17:00", where two alone are work and rest
    return any(phrase.kind in ARRANGES - {"window"} for phrase in phrases)


def arranges(text: str) -> bool:
    """Whether a text sets a format."""
    return any(phrase.kind in _ARRANGING for phrase in tokenize(text))
