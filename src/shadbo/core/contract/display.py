"""What a display is to the plan: a key, how it reckons a piece, and what typing into one of its places settles."""

from __future__ import annotations

from collections.abc import Callable
from decimal import Decimal
from typing import Any, Generic, Literal, TypeVar

from shadbo.core.contract.bodies import Space
from shadbo.core.contract.checks import Checklist, Patch, Stage
from shadbo.core.contract.cutting import CutLine, StockLength
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part
from shadbo.core.contract.views import View, ViewKey
from shadbo.core.document.facts import Facts, facts_of
from shadbo.core.document.piece import Piece
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import Start
from shadbo.core.judging.judging import Choice, Rated, doing, judge
from shadbo.core.judging.needs import needs_here
from shadbo.core.judging.sheets import with_sheet
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Book, Say, Speaker
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim

# A piece that holds more items than this is told about one at a time: figures nobody speaks of are left out of its plan.
MANY = 8
T_co = TypeVar("T_co", covariant=True)
D_co = TypeVar("D_co", covariant=True)


@record(frozen=True, slots=True)
class Holds:
    """What can hold a thing in a display: keys of methods. ``asked`` where there is a choice among them; elsewhere the display itself is
    the method, counts its own fixings, and nothing counts them a second time: ``figures`` are those that say how many and what they bear.
    ``made_for`` is the one it is made for, if it is."""

    methods: frozenset[str] = frozenset()
    asked: bool = False
    made_for: str = ""
    figures: tuple[str, ...] = ()


@record(frozen=True, slots=True)
class Context(Generic[T_co, D_co]):
    """One piece being reckoned: what was decided, what the shop has, and where figures and checks go.

    ``thing`` and ``display`` are the piece's own, with the types the display knows them by; ``facts`` what every way of showing asks of
    it; ``focus`` is the item asked about, of a piece that holds several. What reads nothing of a type takes a ``Context[object, object]``,
    what reads a sheet or a frame one of a protocol of ``decisions.having``: a renamed field is an error before anything runs.
    """

    piece: Piece
    thing: T_co
    display: D_co
    shop: Shop
    book: Book
    checks: Checklist
    speak: Speaker
    facts: Facts
    focus: str = ""
    holds: Holds = Holds()

    @classmethod
    def of(cls, piece: Piece, shop: Shop, focus: str = "", holds: Holds = Holds()) -> Context[Any, Any]:
        """A piece about to be reckoned, with an empty book."""
        facts = facts_of(piece)
        return Context(
            piece=piece,
            thing=piece.object,
            display=with_sheet(piece, facts, shop),
            shop=shop.with_own(piece.own),
            book=Book(),
            checks=Checklist(),
            speak=Speaker(shop.showing),
            facts=facts,
            focus=focus,
            holds=holds,
        )

    @property
    def needs(self) -> frozenset[str]:
        """What the thing needs, as it is shown here."""
        return needs_here(self.piece, self.facts)

    def rule(self, field: str) -> Fraction:
        """A rule of the shop, exact: mm, or the unit the rule names."""
        number: Decimal | int = getattr(self.shop.rules, field)
        return exact(number)


@record(frozen=True, slots=True)
class Layer:
    """One layer of the display, front to back."""

    part: str
    label: str
    thickness: Dim


@record(frozen=True, slots=True)
class Proof:
    """A line that must re-add: the terms and the whole they must come to, added up apart from the sums that made them."""

    line: str
    terms: tuple[Dim, ...]
    whole: Dim

    @property
    def holds(self) -> bool:
        return sum(t.value for t in self.terms) == self.whole.value


@record(frozen=True, slots=True)
class Panel:
    """What a stage asks and shows, worked out when somebody opens it."""

    asks: Say
    inputs: tuple[Input, ...]
    figures: tuple[str, ...]
    views: tuple[ViewKey, ...] = ("face", "section", "back")


@record(frozen=True, slots=True)
class PanelOf:
    """A stage as a display fills it: ``fill`` works its panel out, and adds neither a figure nor a check; ``label`` where it has a name of its own."""

    key: Stage
    fill: Callable[[], Panel]
    label: str = ""


@record(frozen=True, slots=True)
class ViewOf:
    """A drawing that is made when somebody looks at it; ``draw`` adds neither a figure nor a check."""

    key: ViewKey
    draw: Callable[[], View]


@record(frozen=True, slots=True)
class Arrangement:
    """The items where they lie (``Laid``), the edges of what shows, and whether those are fitted round the items."""

    laid: list[Any]
    sight: dict[str, Dim]
    fitted: bool


@record(frozen=True, slots=True)
class ItemShown:
    """One of several things of a piece, as it is picked out of them; ``group`` is what it moves with."""

    key: str
    part: str
    name: str
    kind: str
    size: Say
    group: str
    colour: str


@record(frozen=True, slots=True)
class Weight:
    """What one part weighs (kg), and how that was come to."""

    part: str
    label: str
    kg: Fraction
    working: Say


@record(frozen=True, slots=True)
class Mounting:
    """What keeps the object up, what touches it, and whether that can be undone."""

    how: str
    touches: str
    reversible: Literal["yes", "mostly", "no"]


@record(frozen=True, slots=True)
class SeatStrip:
    """Strips glued inside a frame, flush with its back: so ``thick`` and ``wide``, between rails so far ``across``. The upper one can be bevelled
    to be the frame’s half of a cleat."""

    thick: Dim
    wide: Dim
    across: Dim


@record(frozen=True, slots=True)
class FrameSection:
    """The frame as far as hanging and joints hang on it: the visible ``face``, the ``solid`` wood beside the rabbet, its ``height`` front to
    back, what of that is ``front`` of a rabbet (None without one), the wood; ``bears_kg`` what stands on its bottom rail; ``hangs``:
    the hangers it may have, the simplest first. ``made``: its mitres are still to be made, of so many ``frames`` of one size. ``starts``: so far
    in from the frame’s edge the wood it hangs by begins (mm); ``solid`` is then what is symmetrical round the middle of that. ``seat``: strips
    inside it, of which the upper one may carry it."""

    face: Dim
    solid: Dim
    height: Dim
    wood: str
    front: Dim | None
    made: bool
    bears_kg: Fraction
    hangs: tuple[str, ...]
    frames: int = 1
    starts: Fraction = Fraction(0)
    seat: SeatStrip | None = None


# A frame with a closed back may hang by anything.
ANY_HANGER = ("one", "wire", "rings", "cleat")


@record(frozen=True, slots=True)
class Labelled:
    """Where the label goes, in words, and the operations it comes before: those after which that place can’t be reached any more."""

    where: str = "on the back"
    before: tuple[str, ...] = ("hang",)


@record(frozen=True, slots=True)
class GoesIn:
    """The answer that a thing goes in, in words: not told as such while something stops it."""

    say: Say


@record(frozen=True, slots=True)
class DisplayPlan:
    """All a display has to say of a piece; ``outside`` is its width and height as it hangs, ``deep`` how far it stands off the
    wall, ``leftovers`` what goes back to stock, ``parts`` what it takes besides what is cut (``cuts``), ``labelled`` where its label goes, and
    before which operations, ``space`` where every piece of it lies.
    What nobody may ask for (panels, drawings, steps) is not worked out yet."""

    verdict: Say | GoesIn
    outside: tuple[Dim, Dim]
    layers: tuple[Layer, ...]
    panels: tuple[PanelOf, ...]
    views: tuple[ViewOf, ...]
    cuts: tuple[CutLine, ...]
    steps: Callable[[], tuple[Operation, ...]]
    proofs: tuple[Proof, ...]
    deep: Dim
    weights: tuple[Weight, ...]
    held: Mounting
    stock: tuple[StockLength, ...] = ()
    items: tuple[ItemShown, ...] = ()
    leftovers: tuple[Say, ...] = ()
    frame_section: FrameSection | None = None
    parts: Callable[[], tuple[Part, ...]] = tuple
    labelled: Labelled = Labelled()
    space: Callable[[], Space] | None = None


@record(frozen=True, slots=True)
class Suit:
    """How well a display suits an object, and why: 3 made for it, 2 suits, 1 can be done, 0 is left out."""

    rank: Literal[0, 1, 2, 3]
    why: str


@record(frozen=True, slots=True)
class Way:
    """How a display takes an object on: how well it suits it, what is decided to begin with (its document), and what it does to a thing, by
    the names the rules of judgement know."""

    suits: Callable[[Facts], Suit]
    begin: Callable[[Facts, Shop], dict[str, Any]]
    does: str = ""
    # Where what it does hangs on what is chosen in it: ``does`` of a piece that is shown so, or would be begun so.
    does_as: Callable[[Piece, Facts], str] | None = None
    # Whether it stands by itself, and neither wall nor hook comes into it.
    stands: bool = False

    def __post_init__(self) -> None:
        doing(self.does)

    def done(self, piece: Piece, facts: Facts) -> frozenset[str]:
        """What it does to a piece’s object, as it is shown or would be begun."""
        return doing(self.does_as(piece, facts) if self.does_as is not None else self.does)

    def judged(self, piece: Piece, facts: Facts) -> Rated:
        """How it does for a piece’s object: how well it suits by itself, held against what the thing needs."""
        suit, does = self.suits(facts), self.done(piece, facts)
        return judge(Choice("", does, suit.rank * 10, suit.why), needs_here(piece, facts), piece.practice)


@record(frozen=True, slots=True)
class Display:
    """One way of showing a thing.

    ``way`` says what it suits and how it begins; ``starts`` are its answers to “what is it?” when a piece is begun. ``settle``
    gives patch steps that go before one when a place of the piece is typed into or moved; it is handed the document, the
    place, and the book as it stands. ``holds`` is what can hold a thing in it; ``lie`` says where the items are, for a display that shows
    several.
    """

    key: str
    label: str
    reckon: Callable[[Context[Any, Any]], DisplayPlan]
    way: Way
    settle: Callable[[Any, str, Callable[[], Book]], Patch] = lambda document, pointer, book: ()
    starts: tuple[Start, ...] = ()
    holds: Holds = Holds()
    lie: Callable[[Context[Any, Any]], Arrangement] | None = None
