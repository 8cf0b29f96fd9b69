"""Found by any word people use: a list of what is said in a shop, in both spellings, in the plural, with small mistakes.

Written down for this project from everyday English (common practice), apart from the list that ships: as somebody says it, not as it is listed.
"""

from __future__ import annotations

import pytest

from shadbo.core.planning.finding import find
from shadbo.core.planning.starting import STARTS
from shadbo.core.words.people import PEOPLE_SAY, SAID_WITH

# start → what somebody types.
SAID = {
    "garment": (
        "football shirt|a signed football shirt|my son's rugby jersey|T-shirts|tee-shirt|basketbal jersey|cycling "
        "jersey|sweatshirt|soccer jerseys|fotball shirt|hockey jersey"
    ),
    "garment_spread": "wedding dress|christening gown|grandmother's kimono|karate suit|army uniform|baby dress",
    "badge": (
        "medals|war medals|great-grandfather's medals|marathon medal|coins|pin badges|enamel pins|vinyl record|LP"
        "|records|butterfly|butterflies|baby shoes|concert tickets|dog tags|silver spoon|peacock feather|pocket "
        "watch|sea shells|fossils|old keys|jewelery|jewellery|neckless|stamps|a fan|family bible|cub scout "
        "badges|brooches|golf balls|wine corks|rosettes|cap badge|guitar pick|medal with ribbon|dog's collar"
    ),
    "puzzle": "jigsaws|jigsaw|a finished puzzle|puzzel|1000 piece puzzle|wooden jigsaw puzzle|jigsaw puzzels|glued jigsaw",
    "flat": (
        "postcard|postcards|diamond picture|diamond paintings|watercolour|water colour|watercolor painting|"
        "certificate|degree certificate|certficate|map|an old map|poster|movie posters|photo|photographs|"
        "photograhp|wedding photo|school photos|letter|letters|newspaper cutting|sheet music|kid's drawing|lino"
        "cut|etchings|print|prints|art print|comic|autographs|birth certificate|sketches|album cover|magazine "
        "cover|greeting cards|charts of the sea|family tree|drawings|giclée print|baby scan|calligraphy"
    ),
    "canvas": (
        "canvas|oil painting|paintings|acrylic painting|oil on canvas|painting on canvas|abstract painting|acrilic "
        "painting|landscape painting"
    ),
    "to_paint": "blank canvas|stretcher bars|primed canvas",
    "to_make": "photo on canvas|canvas print",
    "rolled": "rolled canvas|canvas in a tube|unstretched canvas",
    "picture_panel": "canvas board|wood panel|painting on wood|icon|resin art",
    "canvases": "triptych|diptych|three canvases",
    "needlework": "cross stitch|cross-stitch|embroidery|embroidary|needlepoint|sampler|lace|crochet|silk painting",
    "pastel": "pastel|pastels|charcoal drawing|chalk drawing",
    "puzzle_label": "finished puzzle and a bought frame|jigsaw and a ready made frame",
    "mirror": "mirror|mirrors|looking glass",
    "plant": "pressed flowers|dried flowers|wedding bouquet|autumn leaves|ferns|herbarium|pressed flower",
    "flag": "flag|flags|football scarf|pennants|silk scarf",
    "quilt": "quilt|tapestry|rug|banner|blanket|patchwork quilt",
    "model": "model ship|toy cars|teddy bear|action figures|doll|model train|figurine|ballet shoes",
    "part": (
        "guitar|cricket bat|tennis racket|tennis racquet|golf club|bicycle wheel|chainring|sword|old tools|skateboard|violin|hammer"
    ),
    "case": "trophy|trophies|cup|football boots|football|signed ball|helmet|vase|running shoes|cricket ball",
    "bars": "poster hanger|wall chart",
    "changing": "children's drawings|kids artwork|front opening frame",
    "panel": "puzzle without a frame|unframed jigsaw",
}
LIST = [(start, word) for start, words in SAID.items() for word in words.split("|")]


def test_words_people_use_find_the_right_start_first() -> None:
    assert len(LIST) >= 150
    missed = [
        (word, start, [m.start for m in find(word).meant[:2]])
        for start, word in LIST
        if [m.start for m in find(word).meant][:1] != [start]
    ]
    assert len(missed) <= len(LIST) * 0.03, missed


def test_what_is_chosen_is_what_is_meant() -> None:
    """It may be left open; it is never another one."""
    wrong = [(word, find(word).chosen) for start, word in LIST if find(word).chosen not in ("", start)]
    assert len(wrong) <= len(LIST) * 0.01, wrong
    assert sum(find(word).chosen == start for start, word in LIST) >= len(LIST) * 0.9


def test_every_start_is_found_by_its_own_name_and_every_list_is_of_a_start() -> None:
    assert PEOPLE_SAY.keys() <= {s.key for s in STARTS}
    for start in STARTS:
        assert find(start.label).meant[0].start == start.key, start.label


@pytest.mark.parametrize("word", ["", "   ", "qwxz", "?!", "the", "a" * 80, "of with", "éàü"])
def test_what_nobody_knows_chooses_nothing(word: str) -> None:
    assert find(word).chosen == ""


@pytest.mark.parametrize("begun", ["puz", "jer", "certif", "waterc", "embro", "quil"])
def test_while_it_is_typed_it_is_found_already(begun: str) -> None:
    assert find(begun).meant


@pytest.mark.parametrize(
    "said, start, kind",
    [
        ("vinyl record", "badge", "record"),
        ("war medals", "badge", "medal"),
        ("silver spoon", "badge", "spoon"),
        ("football boots", "case", "shoe"),
        ("family photo", "flat", "photograph"),
        ("poster on linen", "flat", "linen_backed"),
    ],
)
def test_the_kind_is_found_with_it(said: str, start: str, kind: str) -> None:
    assert find(said).kind(start) == kind


@pytest.mark.parametrize(
    "said, says",
    [
        ("signed football shirt", "signed"),
        ("print, framed already", "framed"),
        ("letter, only copy", "only"),
        ("silk scarf", "silk"),
        ("poster rolled up in a tube", "rolled"),
        ("print mounted on foam", "on_board"),
    ],
)
def test_what_is_said_with_it_is_heard(said: str, says: str) -> None:
    assert says in find(said).says
    assert says in SAID_WITH.values()
