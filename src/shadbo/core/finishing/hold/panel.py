"""What the Hold stage asks, and how the thing in hand is drawn with its fixings."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from shadbo.core.contract.asking import choice, toggled
from shadbo.core.contract.display import Context, Mounting, Panel, ViewOf, Way
from shadbo.core.contract.inputs import ActionInput, ChoiceInput, FileInput, Input, MassInput, Option, WordsInput
from shadbo.core.contract.terms import there
from shadbo.core.contract.views import Drawing, View
from shadbo.core.document.decisions.having import glazing_of, grade_of
from shadbo.core.document.items import FEATURES, Things
from shadbo.core.document.objects import FlatWork
from shadbo.core.document.shop import PRACTICES, Practice
from shadbo.core.finishing.hold.methods import METHODS, SCHOOLS
from shadbo.core.finishing.hold.ranking import held_against, rank, usual
from shadbo.core.finishing.hold.rules import POOR, choose
from shadbo.core.finishing.hold.sizes import Mounted, rating_at, with_features
from shadbo.core.framing.closing import CLOSED, closed_by
from shadbo.core.framing.counting import G
from shadbo.core.framing.treating import TREATMENTS, stitched_at
from shadbo.core.judging.needs import FEATURES_OF
from shadbo.core.judging.sheets import with_sheet
from shadbo.core.measuring.desk import consent_inputs
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.masses import show_mass

HALF = Fraction(1, 2)


# Counts offered beside the one that is asked for.
LISTED = 24


def _counted(one: Mounted) -> bool:
    """Fixings that lie side by side can be more or fewer; a pin, a sheet or a cradle is one by itself."""
    where = one.methods[0].where
    return bool(one.asked) and (where not in ("over", "under", "anchors") or (where == "anchors" and one.methods[0].least > 1))


def _how_many(context: Context[object, object], one: Mounted, group: str, key: str) -> ChoiceInput:
    """As many as strength and spacing ask for, or so many."""
    keys, typed = [m.key for m in one.methods], one.number if one.number != one.asked else None
    many = sorted({*range(1, LISTED + 1), *((typed,) if typed else ())})
    return ChoiceInput(
        key,
        "How many",
        group,
        (
            Option("asked", ("As counted",), (str(one.asked),), typed is None, (choose(context, one.subject.key, keys, "asked"),)),
            *(Option(str(n), (str(n),), (), n == typed, (choose(context, one.subject.key, keys, n),)) for n in many),
        ),
        (one.subject.part,),
        "menu",
    )


def hold_inputs(context: Context[object, object], way: Way, kept: list[Mounted], one: Mounted) -> list[Input]:
    piece, subject = context.piece, one.subject
    ranked = rank(subject, context.holds, piece.practice)
    keys = [m.key for m in one.methods]
    group = f"What holds {subject.name}"
    prefix = f"item.{subject.key}." if subject.index is not None else ""
    options = [
        Option(
            "auto",
            ("As suits it best",),
            (" and ".join(METHODS[k].label.lower() for k in usual(subject, context.holds, piece.practice)),),
            not one.given,
            (
                {
                    "op": "add",
                    "path": "/hold/chosen",
                    "value": [c.model_dump() for c in piece.hold.chosen if c.subject != subject.key],
                },
            ),
        )
    ]
    options += [
        Option(
            r.method.key,
            (r.method.label,),
            (r.why,),
            one.given and keys[:1] == [r.method.key],
            (choose(context, subject.key, [r.method.key]),),
        )
        for r in ranked
        if r.fits or (one.given and r.method.key in keys)
    ]
    if not context.holds.asked:
        # Here the display itself is the method; what else could hold it is another way of showing.
        return _general(context, way, kept)
    # Where nothing else suits, what it is held by is told, and nothing is asked.
    if len(options) == 2 and not one.given:
        options = [replace(options[1], chosen=True)]
    inputs: list[Input] = [ChoiceInput(f"{prefix}hold", "Held by", group, tuple(options), (subject.part,), "list")]
    more = [r for r in ranked if r.fits and r.method.key not in keys[:1]]
    if one.methods and more:
        inputs.append(
            ChoiceInput(
                f"{prefix}hold.also",
                f"{group}, together with",
                f"{group}, together with",
                tuple(
                    Option(
                        r.method.key,
                        (r.method.label,),
                        (r.why,),
                        r.method.key in keys[1:],
                        (choose(context, subject.key, [keys[0], *toggled(keys[1:], r.method.key)][:4]),),
                    )
                    for r in more
                ),
                (subject.part,),
                "many",
            )
        )
    if one.methods and _counted(one):
        inputs.append(_how_many(context, one, group, f"{prefix}hold.count"))
    where = rating_at(context, subject)
    if one.count is not None and one.methods[0].basis == "rating" and one.given and where is not None:
        decided = next(c for c in piece.hold.chosen if c.subject == subject.key)
        inputs.append(
            MassInput(
                where,
                "On the packet",
                group,
                f"hold.{subject.key}.each",
                show_mass(exact(decided.rating) if decided.rating is not None else one.methods[0].each / G),
                decided.rating is None,
                (subject.part,),
                () if decided.rating is not None else ("A usual figure; type the packet’s.",),
            )
        )
    inputs += _features(context, one, group, prefix)
    left = [r for r in ranked if not r.fits and subject.what in r.method.suits]
    if left:
        said = "; ".join(f"{r.method.label}: {r.why}" for r in left[:6])
        inputs.append(
            ChoiceInput(
                f"{prefix}hold.not",
                "Left out",
                f"Left out for {subject.name}",
                (Option("why", (said + ".",), (), True, ()),),
                (subject.part,),
                "told",
            )
        )
    inputs += _general(context, way, kept)
    return inputs


def _features(context: Context[object, object], one: Mounted, group: str, prefix: str) -> list[Input]:
    """What it has that it could be held by, of all that makes a difference: another method suits it best then, or one more can be chosen,
    and is."""
    subject, practice, options = one.subject, context.piece.practice, []
    if subject.index is None or not isinstance(context.thing, Things):
        return []
    item = context.thing.items[subject.index]
    fits = {r.method.key for r in rank(subject, context.holds, practice) if r.fits}
    for feature, label in FEATURES.items():
        if feature in FEATURES_OF.get(item.kind, ()):
            continue
        has = toggled(item.has, feature)
        patch: list[dict[str, Any]] = [{"op": "add", "path": f"/object/items/{subject.index}/has", "value": has}]
        other = with_features(context, subject, has)
        best = usual(other, context.holds, practice)
        if feature not in item.has and (one.given or best == usual(subject, context.holds, practice)):
            best = [r.method.key for r in rank(other, context.holds, practice) if r.fits and r.method.key not in fits][:1]
            if not best:
                continue
            patch.append(choose(context, subject.key, best))
        told = (METHODS[best[0]].label,) if best and feature not in item.has else ()
        options.append(Option(feature, (label,), told, feature in item.has, tuple(patch)))
    if not options:
        return []
    return [ChoiceInput(f"{prefix}has", "It has, to be held by", group, tuple(options), (subject.part,), "many")]


def _general(context: Context[object, object], way: Way, kept: list[Mounted]) -> list[Input]:
    piece, hold = context.piece, context.piece.hold
    inputs: list[Input] = []
    if _schools_differ(context, way, kept):
        inputs.append(
            choice(
                context,
                "/practice",
                "School",
                "The school, and what changes with it",
                tuple((school, (school[0].upper() + school[1:],), (_with_school(context, kept, school),)) for school in SCHOOLS),
                ("hold",),
                look="list",
            )
        )
    if any("textile" in one.subject.traits for one in kept):
        # Needlework alone is damped where another cloth would be steamed.
        thing, now = context.piece.object, context.piece.hold.cloth
        cloths = [one for one in kept if "textile" in one.subject.traits]
        plain = any(not stitched_at(thing, one.subject.index) for one in cloths)
        ways = tuple(
            (key, (way.label,), (way.detail,)) for key, way in TREATMENTS.items() if key != "steamed" or plain or now == "steamed"
        )
        inputs.append(
            choice(context, "/hold/cloth", "Cloth", "Care", (("came", ("As it came",), ()), *ways), ("hold",), look="list")
        )
    if any("metal" in one.subject.traits and any(m.metal for m in one.methods) for one in kept):
        inputs.append(
            choice(context, "/hold/padded", "Metal on metal", "Care", ((True, ("Padded",), ()), (False, ("Bare",), ())), ("hold",))
        )
    inputs.append(
        ChoiceInput(
            "touching",
            "Does any of this touch it?",
            "Care",
            tuple(
                Option(
                    key,
                    (name,),
                    (),
                    key in hold.touching,
                    ({"op": "add", "path": "/hold/touching", "value": toggled(hold.touching, key)},),
                )
                for key, (name, _, _) in POOR.items()
            ),
            ("hold",),
            "many",
        )
    )
    inputs.append(
        WordsInput(
            "/condition/note",
            "How it is now",
            "Before work starts",
            piece.condition.note,
            "words",
            ("Marks, tears, fading. Mould, or old paint that may hold lead: stop, and ask somebody licensed.",),
            ("hold",),
        )
    )
    inputs.append(
        FileInput(
            "condition",
            "Photograph of how it is",
            "Before work starts",
            None,
            (f"{len(piece.condition.photos)} kept.",) if piece.condition.photos else (),
            ("hold",),
        )
    )
    inputs += [
        ActionInput(
            f"condition.{i}.out",
            f"Take {photo.name} out",
            "Before work starts",
            ("hold",),
            "remove",
            ({"op": "remove", "path": f"/condition/photos/{i}"},),
        )
        for i, photo in enumerate(piece.condition.photos)
    ]
    if isinstance(piece.object, (FlatWork, Things)):
        inputs += consent_inputs(piece.object.consent)
    return inputs


def _schools_differ(context: Context[object, object], way: Way, kept: list[Mounted]) -> bool:
    """Whether this piece comes out otherwise by another school: what holds it and why, its sheet, or whether it may be shown so."""

    def held(one: Mounted, school: Practice) -> tuple[Any, ...]:
        keys = [m.key for m in one.methods] if one.given else usual(one.subject, context.holds, school)
        why = (held_against(METHODS[k], one.subject.stand, context.holds, school).why for k in keys[:1])
        return (*keys, *why)

    def by(school: Practice) -> tuple[Any, ...]:
        piece = context.piece.model_copy(update={"practice": school})
        shown = with_sheet(piece, context.facts, context.shop)
        methods = tuple(held(one, school) for one in kept) if context.holds.asked else ()
        return way.judged(piece, context.facts).refused, glazing_of(shown), grade_of(shown), methods

    return len({by(school) for school in SCHOOLS}) > 1


def _with_school(context: Context[object, object], kept: list[Mounted], school: Practice) -> str:
    """What a school would hold everything by."""
    found = list(dict.fromkeys(METHODS[k].label.lower() for one in kept for k in usual(one.subject, context.holds, school)[:1]))
    return f"{PRACTICES[school]}: {', '.join(found) if found else 'as the display holds it'}"


def held_by(context: Context[object, object], kept: list[Mounted], otherwise: Mounting) -> Mounting:
    """What keeps everything, what touches it, and whether it can be undone; as the display says where no method is chosen."""
    methods = list(dict.fromkeys(m for one in kept for m in one.methods))
    if not methods:
        return otherwise
    order = ("yes", "mostly", "no")
    return Mounting(
        "; ".join(CLOSED[closed_by(context)] if m.key == "points" else f"{m.label[0].lower()}{m.label[1:]}" for m in methods),
        "; ".join(dict.fromkeys(m.touches for m in methods)),
        max((m.undone for m in methods), key=order.index),
    )


def hold_views(context: Context[object, object], one: Mounted) -> tuple[ViewOf, ...]:
    """The thing in hand with its fixings, where it has any that are placed."""
    return (ViewOf("holding", lambda: _holding(context, one)),) if one.spots else ()


def _holding(context: Context[object, object], one: Mounted) -> View:
    """Every fixing, each place from the thing’s upper left corner; slits in pairs on their line."""
    w, h = one.subject.width, one.subject.height
    drawing = Drawing(
        "holding",
        f"{one.subject.name[0].upper()}{one.subject.name[1:]}: where it is held, from the FRONT",
        w,
        h,
        template=True,
        printed=("hold",),
    )
    if one.subject.outline:
        drawing.polygon(one.subject.part, one.subject.name, "paper", one.subject.outline)
    else:
        drawing.box(one.subject.part, one.subject.name, "paper", 0, 0, w, h)
    method = one.methods[0]
    hinges, radius = method.key == "through_hinges", max(min(w, h) * Fraction(1, 120), Fraction(1))
    if hinges:
        drawing.line("hold.slits", "Slit line", "line", (0, context.rule("slit_line")), (w, context.rule("slit_line")))
    for i, (x, y) in enumerate(one.spots):
        part = f"hold.{i + 1}"
        if hinges:
            for dy in (Fraction(0), context.rule("slits_apart")):
                drawing.box(
                    part,
                    f"Slit of hinge {i + 1}",
                    "slot",
                    x - context.rule("slit") * HALF,
                    y + dy,
                    context.rule("slit"),
                    Fraction(1),
                )
        elif method.where == "top":
            wide = min(context.rule("hinge_width"), w / (2 * len(one.spots)))
            drawing.box(
                part,
                f"Hinge {i + 1}, at the top edge behind",
                "slot",
                x - wide * HALF,
                y,
                wide,
                min(context.rule("hinge_width") * HALF, h),
            )
        else:
            # What sits on an edge or a corner is drawn inside it.
            inside_x, inside_y = min(max(x, radius), w - radius), min(max(y, radius), h - radius)
            drawing.circle(part, f"{method.label}, {i + 1}", "metal", inside_x, inside_y, radius)
    for n, dim in enumerate(one.at[:6]):
        if dim.name:
            drawing.measure(dim.name, "x", 0, dim.value, 0, "top", n + 1, ("hold",), "")
    for axis, side in (("x", "top"), ("y", "left")):
        for n in (1, 2):
            told = context.book.dims.get(f"hold.{one.subject.key}.{axis}.{n}")
            if told is not None and told.name:
                drawing.measure(told.name, axis, 0, told.value, 0, side, n, ("hold",), "")  # type: ignore[arg-type]
    return drawing.view()


def hold_panel(
    context: Context[object, object], way: Way, panel: Panel | None, kept: list[Mounted], one: Mounted, views: tuple[str, ...]
) -> Panel:
    """The Hold stage: the display’s own, if it has one, with what holds the thing in hand before it."""
    key = one.subject.key
    names = there(
        context,
        *context.holds.figures,
        f"hold.{key}.count",
        f"hold.{key}.load",
        f"hold.{key}.each",
        *(d.name or "" for d in one.at),
        *(f"hold.{key}.{axis}.{n}" for axis in "xy" for n in (1, 2)),
    )
    inputs = tuple(hold_inputs(context, way, kept, one))
    if panel is None:
        return Panel(("What keeps it up, safe and unharmed; which method suits, and how many fixings.",), inputs, names, views)
    taken = {i.pointer for i in panel.inputs if isinstance(i, WordsInput)}
    return replace(
        panel,
        inputs=(*panel.inputs, *(i for i in inputs if not (isinstance(i, WordsInput) and i.pointer in taken))),
        figures=(*panel.figures, *names),
        views=(*panel.views, *(v for v in views if v == "holding")),
    )
