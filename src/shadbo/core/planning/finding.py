"""What somebody means by the words they type: which start, which kind of thing, and what they say with it.

Words are stemmed (Snowball), and compared by edit distance where they are no word known here (RapidFuzz). What stands last before “of”, “with”,
“in” is what it is: a football shirt is a shirt.
"""

from __future__ import annotations

import re
import unicodedata
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from functools import cache, lru_cache
from math import log2

import snowballstemmer
from rapidfuzz import process
from rapidfuzz.distance import DamerauLevenshtein

from shadbo.core.document.kinds import KINDS
from shadbo.core.document.objects import MATERIALS
from shadbo.core.document.traits import TRAITS
from shadbo.core.planning.starting import STARTS
from shadbo.core.quantity.record import record
from shadbo.core.words.people import PEOPLE_SAY, SAID_WITH

_SMALL = (
    "a an the its it on at by to my our your his her their s some old new big small little large very nice i have want wants is are"
)
SMALL_WORDS = frozenset(f"{_SMALL} be as made from this that one".split())
# What comes after these only says more of it.
MORE_OF_IT = frozenset(["of", "with", "in", "for", "under", "behind", "without", "and", "plus"])
# How alike two words must be, of letters typed and known, to be taken for one; shorter ones are taken as they are.
ALIKE, LEAST_LETTERS = 0.74, 4
# How much less a word counts that is begun, or spelt otherwise; how much more the one that says what it is.
BEGUN, SPELT, HEAD, UNKNOWN = 0.9, 0.85, 1.6, 0.25
# Of a name that is found whole: how much of its own words were typed, beside how many of the typed words it has.
OF_ITS_OWN = 0.25
# From how well a start is meant on it is shown; and is so sure that it is chosen, by how much before the next.
SHOWN, SHARE, CHOSEN, AHEAD = 0.4, 0.75, 0.62, 0.04


@record(frozen=True, slots=True)
class Name:
    """One name of a start: its words as they are stemmed, and the kind or material it is."""

    start: str
    kind: str
    words: tuple[str, ...]
    whole: str


@record(frozen=True, slots=True)
class Meant:
    """A start that is meant, how well (0 to 1), and the kind or material it would be."""

    start: str
    kind: str
    score: float


# What a thing or a sheet is, by its key.
KIND_LABELS: Mapping[str, str] = {
    **{kind: of.label for kind, of in KINDS.items()},
    **{material: label for material, (label, _) in MATERIALS.items()},
}


@record(frozen=True, slots=True)
class Found:
    """What was found for some words: the starts, best first; the one that is chosen, where it is one; and what was said with it."""

    meant: tuple[Meant, ...]
    chosen: str
    says: tuple[str, ...]

    def kind(self, start: str) -> str:
        return next((one.kind for one in self.meant if one.start == start), "")

    @property
    def kind_said(self) -> str:
        """The kind or material of the one that is chosen, in words."""
        return KIND_LABELS.get(self.kind(self.chosen), "").lower()


@cache
def _stemmer() -> snowballstemmer.stemmer:
    return snowballstemmer.stemmer("english")


@lru_cache(maxsize=8192)
def _stem(word: str) -> str:
    # Its last letter is no plural.
    return word if word == "canvas" else str(_stemmer().stemWord(word))


def _plain(text: str) -> str:
    """Small letters without accents and apostrophes; what joins words divides them."""
    bare = "".join(ch for ch in unicodedata.normalize("NFKD", text.lower()) if not unicodedata.combining(ch))
    return re.sub(r"[^a-z0-9]+", " ", re.sub(r"[’'`]", "", bare)).strip()


def _words(text: str) -> list[str]:
    return [word for word in _plain(text).split() if word not in SMALL_WORDS and word not in MORE_OF_IT]


@cache
def names() -> tuple[Name, ...]:
    """Every name of every start: what people say, and what it is called here."""
    found = []
    for start in STARTS:
        said = PEOPLE_SAY.get(start.key, {})
        for kind, listed in said.items():
            found += [_name(start.key, kind, text) for text in listed.split(",")]
        found.append(_name(start.key, next(iter(said), ""), start.label))
    return tuple(one for one in found if one.words)


def _whole(plain: str) -> str:
    """A text without small words: with a frame is not without one."""
    return " ".join(word for word in plain.split() if word not in SMALL_WORDS)


def _name(start: str, kind: str, text: str) -> Name:
    return Name(start, kind, tuple(map(_stem, _words(text))), _whole(_plain(text)))


@cache
def _weights() -> dict[str, float]:
    """What stands in many names says little."""
    counts = Counter(word for name in names() for word in set(name.words))
    return {word: 1 / log2(2 + n / 6) for word, n in counts.items()}


@cache
def _known() -> dict[str, str]:
    """Every word as it is written here, and its stem."""
    listed = [text for said in PEOPLE_SAY.values() for names in said.values() for text in names.split(",")]
    return {word: _stem(word) for text in (*listed, *(start.label for start in STARTS)) for word in _words(text)}


def _written(word: str) -> str | None:
    """The stem of a word known here, as it is or in the plural."""
    known = _known()
    bare = next((one for one in (word, word.removesuffix("s"), word.removesuffix("es")) if one in known), None)
    return known[bare] if bare is not None else None


@lru_cache(maxsize=2048)
def _alike(word: str) -> tuple[tuple[str, float], ...]:
    """The known words one is, or may be: itself, those it begins, those that are spelt nearly so."""
    known, weights, stem = _known(), _weights(), _written(word) or _stem(word)
    if stem in weights:
        return ((stem, 1.0),)
    begun = {known[one]: BEGUN for one in known if one.startswith(word)} if len(word) > 1 else {}
    if begun or len(word) < LEAST_LETTERS:
        return tuple(begun.items())
    near = process.extract(word, known.keys(), scorer=DamerauLevenshtein.normalized_similarity, limit=6, score_cutoff=ALIKE)
    return tuple({known[one]: SPELT * float(alike) for one, alike, _ in reversed(near)}.items())


# What was said with it, as it is shown.
SAYS: Mapping[str, str] = {
    **{trait: label.lower() for trait, label in TRAITS.items()},
    "framed": "comes in a frame",
    "rolled": "comes rolled",
    "on_board": "comes on its board",
    "glued": "glued together",
    "fresh": "fresh, to be pressed",
    "half_dry": "half dry, to be pressed",
    "only": "can’t be replaced",
    "copy": "can be replaced",
}


def find(text: str) -> Found:
    """What is meant by some words. Nothing of a text without a word known here."""
    plain = _plain(text)
    typed = _joined(plain.split())
    says = _said_with(plain)
    head = next((i for i, word in enumerate(typed) if word in MORE_OF_IT and i), len(typed))
    asked = [(word, i < head) for i, word in enumerate(typed) if word not in SMALL_WORDS and word not in MORE_OF_IT]
    if not asked:
        return Found((), "", says)
    # A signed shirt is a shirt; but a rolled canvas is one.
    bare = [(word, before) for word, before in asked if not _only_said(word, says)] or asked
    told = [_told(words) for words in ([asked, bare] if bare != asked else [asked])]
    best: dict[str, Meant] = {}
    for name in names():
        score = max(_score(name, one, plain) for one in told)
        if score > (best[name.start].score if name.start in best else 0):
            best[name.start] = Meant(name.start, name.kind, score)
    order = {start.key: i for i, start in enumerate(STARTS)}
    ranked = sorted(best.values(), key=lambda one: (-one.score, order[one.start]))
    shown = tuple(one for one in ranked if one.score >= max(SHOWN, SHARE * ranked[0].score))
    sure = bool(shown) and shown[0].score >= CHOSEN and (len(shown) < 2 or shown[0].score - shown[1].score >= AHEAD)
    return Found(shown, shown[0].start if sure else "", says)


Told = Sequence[tuple[Mapping[str, float], float]]


def _told(asked: Sequence[tuple[str, bool]]) -> Told:
    """What each word may be, and how much it says; the last before “of” and its like says what it is."""
    last = max((i for i, (_, before) in enumerate(asked) if before), default=len(asked) - 1)
    told = []
    for i, (word, before) in enumerate(asked):
        alike = _alike(word)
        # What nobody knows here says little: whose it is, from where.
        rare = max((_weights()[one] for one, _ in alike), default=UNKNOWN)
        told.append((dict(alike), rare * (HEAD if i == last else 1.0 if before else 0.5)))
    return told


def _score(name: Name, told: Told, plain: str) -> float:
    """How well a name is meant by what was typed."""
    whole = sum(weight for _, weight in told)
    found, own = 0.0, set[str]()
    for alike, weight in told:
        one = max((word for word in name.words if word in alike), key=lambda word: alike[word], default=None)
        if one is not None:
            found += weight * alike[one]
            own.add(one)
    if not own:
        return 0.0
    share = len(own) / len(set(name.words))
    exact = 0.05 if name.whole == _whole(plain) else 0.0
    return (1 - OF_ITS_OWN) * found / whole + OF_ITS_OWN * share * found / whole + exact


def _joined(typed: Sequence[str]) -> list[str]:
    """Two words that are one here are taken for it: a water colour."""
    out: list[str] = []
    for word in typed:
        both = f"{out[-1]}{word}" if out else ""
        spelt = len(both) >= 2 * LEAST_LETTERS - 2 and _written(both) is not None and _written(word) is None
        if spelt or (both in _known() and min(len(out[-1]), len(word)) > 1):
            out[-1] = both
        else:
            out.append(word)
    return out


def _said_with(plain: str) -> tuple[str, ...]:
    padded = f" {plain} "
    return tuple(dict.fromkeys(says for words, says in SAID_WITH.items() if f" {_plain(words)} " in padded))


def _only_said(word: str, says: Iterable[str]) -> bool:
    """Whether a word only says something of a thing, and not what it is."""
    said = any(word in _words(words) for words, meaning in SAID_WITH.items() if meaning in says)
    return said and not any(name.whole == word for name in names())
