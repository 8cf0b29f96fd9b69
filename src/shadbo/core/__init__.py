"""The trade itself. No web, no database, no files, no clock.

This is its one face: what everything outside imports. Inside are rooms, lowest first; a room imports those before it, never one after:

    quantity    lengths, masses, sums that keep their terms, figures, slips, sources
    science     wood, light, withdrawal, bending: published formulas
    document    what people say: piece, objects, items, decisions, shop
    contract    what a display and a stage are to the plan: checks, inputs, views, steps
    job         parts and operations joined, put in order, proved
    measuring   readings judged, the measuring desk
    framing     what displays share: rails, rabbets, boxes, arranging, glazing, weights
    finishing   holding, hanging, the room
    displays    one package a display, and the registry
    planning    the plan, beginning a piece, comparing, editing
"""

from __future__ import annotations

from shadbo.core.contract.checks import Stage
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import COMES, Part
from shadbo.core.contract.views import APART, DimensionLine, Material, Shape, View, ViewKey
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.decisions.canvas import PictureFile, Stretcher
from shadbo.core.document.decisions.own_way import OwnWay
from shadbo.core.document.facts import Facts, facts_of
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.items import Things
from shadbo.core.document.piece import (
    FORMAT,
    MOST_BYTES,
    Piece,
    document_of,
    faults_of,
    field_at,
    length_field,
    load_piece,
    without_pictures,
)
from shadbo.core.document.readings import UnitName
from shadbo.core.document.shop import PRACTICES, DateStyle, InchParts, Practice, Shop
from shadbo.core.document.starts import reading
from shadbo.core.document.traits import Trait
from shadbo.core.finishing.caring import care_of
from shadbo.core.finishing.labelling import written as label_written
from shadbo.core.framing.boxes.item_panels import MOST_ANCHORS
from shadbo.core.measuring.gates import TOOLS, Tool, reading_gives, tool_of
from shadbo.core.planning.comparing import Comparison, compare
from shadbo.core.planning.edits import (
    Act,
    AddStation,
    AnyEdit,
    Choose,
    Edit,
    GiveUp,
    Nudge,
    ReadAgain,
    ShowAs,
    TakeOn,
    TakePicture,
    TakeWay,
    TakeWayOut,
    TypeIn,
    Write,
    apply_edits,
    in_words,
    place_of,
)
from shadbo.core.planning.finding import SAYS, find
from shadbo.core.planning.item_edits import (
    AddItem,
    ArrangeItems,
    CopyItems,
    MoveItems,
    RemoveItems,
    TakeOutline,
    kinds_asked,
    things,
)
from shadbo.core.planning.plan import PLAN_JSON, Only, Plan, PlanFault, book_of, plan, plan_and_book
from shadbo.core.planning.starting import STARTS, start_piece
from shadbo.core.planning.trying import TriedWay, ways_out, with_tried_ways
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import FURTHEST_POWER, MOST_DIGITS, Fault, LengthField, Refused, in_time
from shadbo.core.quantity.figures import Book, Opened, Say, figure_of, open_count, open_figure, plain
from shadbo.core.quantity.lengths import (
    LengthError,
    Showing,
    Shown,
    Tape,
    Understood,
    Unit,
    as_decimal,
    last_place,
    read_length,
    two_sizes,
)
from shadbo.core.quantity.slips import diagnose
from shadbo.core.words.glossary import WORDS, Word
from shadbo.core.words.scenes import SCENES
from shadbo.core.words.where import WHERE

__all__ = [
    "APART",
    "COMES",
    "DISPLAYS",
    "FORMAT",
    "FURTHEST_POWER",
    "HOUSE_SHOP",
    "MOST_ANCHORS",
    "MOST_BYTES",
    "MOST_DIGITS",
    "PLAN_JSON",
    "PRACTICES",
    "SAYS",
    "SCENES",
    "STARTS",
    "TOOLS",
    "WHERE",
    "WORDS",
    "Act",
    "AddItem",
    "AddStation",
    "AnyEdit",
    "ArrangeItems",
    "Book",
    "Choose",
    "Comparison",
    "CopyItems",
    "DateStyle",
    "DimensionLine",
    "Edit",
    "Facts",
    "Fault",
    "Fraction",
    "GiveUp",
    "InchParts",
    "LengthError",
    "LengthField",
    "Material",
    "MoveItems",
    "Nudge",
    "Only",
    "Opened",
    "Operation",
    "OwnWay",
    "Part",
    "PictureFile",
    "Piece",
    "Plan",
    "PlanFault",
    "Practice",
    "ReadAgain",
    "Refused",
    "RemoveItems",
    "Say",
    "Shape",
    "Shop",
    "ShowAs",
    "Showing",
    "Shown",
    "Stage",
    "Stretcher",
    "TakeOn",
    "TakeOutline",
    "TakePicture",
    "TakeWay",
    "TakeWayOut",
    "Tape",
    "Things",
    "Tool",
    "Trait",
    "TriedWay",
    "TypeIn",
    "Understood",
    "Unit",
    "UnitName",
    "View",
    "ViewKey",
    "Word",
    "Write",
    "apply_edits",
    "as_decimal",
    "book_of",
    "care_of",
    "compare",
    "diagnose",
    "document_of",
    "facts_of",
    "faults_of",
    "field_at",
    "figure_of",
    "find",
    "in_time",
    "in_words",
    "kinds_asked",
    "label_written",
    "last_place",
    "length_field",
    "load_piece",
    "open_count",
    "open_figure",
    "place_of",
    "plain",
    "plan",
    "plan_and_book",
    "read_length",
    "reading",
    "reading_gives",
    "start_piece",
    "things",
    "tool_of",
    "two_sizes",
    "ways_out",
    "with_tried_ways",
    "without_pictures",
]
