"""Rules across methods, each with its reason."""

from __future__ import annotations

from typing import Any, Literal

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.finishing.hold.methods import SCHOOLS
from shadbo.core.finishing.hold.ranking import rank, usual
from shadbo.core.finishing.hold.sizes import MOST_PLACES, Mounted
from shadbo.core.framing.counting import figures
from shadbo.core.framing.treating import harmed, marks_at, stitched_at, treatment_of
from shadbo.core.quantity.exact import Fraction

# kg a cubic metre.
IRON = 7870
POOR = {
    "masking_tape": ("Masking tape", "it goes brown, hard, and takes the surface with it", "acid-free paper tape"),
    "ordinary_card": ("Ordinary cardboard", "its acid burns a brown line into what touches it", "acid-free board"),
    "pvc": ("PVC", "it gives off acid and softens into what touches it", "polyester film"),
}


def choose(
    context: Context[object, object], subject: str, methods: list[str], count: int | Literal["kept", "asked"] = "kept"
) -> dict[str, Any]:
    """The patch that has a thing held by methods. What was typed of the first (its rating, how many) is kept while it is the same;
    ``count`` says otherwise."""
    chosen = context.piece.hold.chosen
    old = next((c for c in chosen if c.subject == subject and list(c.methods[:1]) == methods[:1]), None)
    many = count if isinstance(count, int) else old.count if old and count == "kept" else None
    others = [c.model_dump() for c in chosen if c.subject != subject]
    one = {"subject": subject, "methods": methods, "rating": old.rating if old else None, "count": many}
    return {"op": "add", "path": "/hold/chosen", "value": [*others, one]}


def check(context: Context[object, object], kept: list[Mounted]) -> None:
    for one in kept if context.holds.asked else ():
        if not one.methods:
            _nothing(context, one)
            continue
        _adhesive(context, one)
        _fits(context, one)
        _metal(context, one)
        _many(context, one)
        _typed(context, one)
    for one in kept:
        _weighs(context, one)
    _cloth(context, kept)
    _poor(context)
    _condition(context)


def _nothing(context: Context[object, object], one: Mounted) -> None:
    """No method of the school suits it in this way of showing."""
    others = [
        WayOut((f"By the {school} school",), (put("/practice", school),))
        for school in SCHOOLS
        if school != context.piece.practice and usual(one.subject, context.holds, school)
    ]
    context.checks.add(
        "caution",
        f"hold.none.{one.subject.key}",
        "hold",
        (f"No method of this school suits {one.subject.name} here.",),
        why="Of its kind, in this way of showing, nothing in the list is allowed.",
        source_key="practice",
        parts=(one.subject.part,),
        ways=others,
    )


def _instead(context: Context[object, object], one: Mounted, *, kind: bool) -> list[WayOut]:
    """The two best other methods; ``kind``: only those that can be undone and put no adhesive on it."""
    ways = []
    for ranked in rank(one.subject, context.holds, context.piece.practice):
        method = ranked.method
        if ranked.fits and method.key != one.methods[0].key and not (kind and (method.adhesive or method.undone == "no")):
            ways.append(
                WayOut(
                    (f"Hold {one.subject.name} by {method.label[0].lower()}{method.label[1:]}",),
                    (choose(context, one.subject.key, [method.key]),),
                )
            )
    return ways[:2]


def _adhesive(context: Context[object, object], one: Mounted) -> None:
    """Adhesive on what can’t be replaced; and what can’t be undone wants its owner’s agreement."""
    if "irreplaceable" not in one.subject.traits:
        return
    gone = [m for m in one.methods if m.undone == "no"]
    stuck = [m for m in one.methods if m.adhesive and m.undone != "yes" and m not in gone]
    agreed = context.facts.consent
    conservation = context.piece.practice == "conservation"
    key, name = one.subject.key, one.subject.name
    best = _instead(context, one, kind=True)
    if gone and (conservation or not agreed):
        context.checks.add(
            "stop",
            f"hold.gone.{key}",
            "hold",
            (f"{gone[0].label} on {name}: it can’t be replaced, and that can’t be undone.",)
            if conservation
            else (f"{gone[0].label} on {name}: not before its owner has agreed in writing.",),
            why="Consent for anything irreversible is put on record: who, and when.",
            source_key="practice" if conservation else "consent",
            parts=(one.subject.part,),
            ways=best or [WayOut(("Hold it as suits it best",), ({"op": "add", "path": "/hold/chosen", "value": []},))],
        )
    elif stuck:
        context.checks.add(
            "stop" if conservation and best else "caution",
            f"hold.adhesive.{key}",
            "hold",
            (f"{stuck[0].label}: adhesive on {name}, which can’t be replaced.",),
            why="Adhesive is never undone quite without a trace.",
            source_key="practice",
            parts=(one.subject.part,),
            ways=best,
        )


def _fits(context: Context[object, object], one: Mounted) -> None:
    if not one.given:
        return
    by = {r.method.key: r for r in rank(one.subject, context.holds, context.piece.practice)}
    for method in one.methods:
        ranked = by[method.key]
        if not ranked.fits and not (method.undone == "no" and "irreplaceable" in one.subject.traits):
            context.checks.add(
                "caution",
                f"hold.unfit.{one.subject.key}",
                "hold",
                (f"{method.label} for {one.subject.name}: {ranked.why}.",),
                why="Held against its traits, its weight, the display and the school.",
                source_key="practice",
                parts=(one.subject.part,),
                ways=_instead(context, one, kind=False),
            )


def _metal(context: Context[object, object], one: Mounted) -> None:
    metal = [m for m in one.methods if m.metal]
    if metal and "metal" in one.subject.traits and not context.piece.hold.padded:
        context.checks.add(
            "caution",
            f"hold.metal.{one.subject.key}",
            "hold",
            (f"{metal[0].label}: bare metal against {one.subject.name}, which is metal too.",),
            why="It scratches, and where damp gets in one eats the other.",
            source_key="pad",
            parts=(one.subject.part,),
            ways=(WayOut(("Pad or sleeve it",), (put("/hold/padded", True),)),),
        )


def _many(context: Context[object, object], one: Mounted) -> None:
    count = one.count
    if count is None or one.number > one.asked or (count.strength <= 2 * count.spacing and one.number <= MOST_PLACES):
        return
    by_weight = f"By spacing {count.spacing} would do; the weight asks for {count.strength}."
    by_spacing = f"The weight asks for {count.strength}; so that no edge lifts they are this close."
    context.checks.add(
        "caution",
        f"hold.many.{one.subject.key}",
        "hold",
        (f"It takes {one.number} to hold {one.subject.name}: {figures(count.load)} N on {figures(count.each)} N each.",),
        why=by_weight if count.strength > count.spacing else by_spacing,
        source_key="hang-factor" if count.strength > count.spacing else "hold-spacing",
        figure=f"hold.{one.subject.key}.count",
        parts=(one.subject.part,),
        ways=_instead(context, one, kind=False),
    )


def _typed(context: Context[object, object], one: Mounted) -> None:
    """Fewer than are asked for, by hand: too weak is a stop, too far apart a caution."""
    if one.number >= one.asked:
        return
    weak = one.count is not None and one.number < one.count.strength
    method, back = one.methods[0], choose(context, one.subject.key, [m.key for m in one.methods], "asked")
    if weak:
        assert one.count is not None
        bears = one.count.each * one.number
        told = f"{one.number} {'bears' if one.number == 1 else 'bear'} {figures(bears)} N of the {figures(one.count.load)} N that {one.subject.name} asks for."
    elif method.apart:
        told = f"{one.number} {'is' if one.number == 1 else 'are'} too few to keep {one.subject.name} flat and in place: {one.asked} by their spacing."
    else:
        told = f"{one.number} {'is' if one.number == 1 else 'are'} too few to keep {one.subject.name} from turning: {one.asked} is usual."
    context.checks.add(
        "stop" if weak else "caution",
        f"hold.few.{one.subject.key}",
        "hold",
        (told,),
        why=context.speak.say("No more than {} apart.", method.apart) if method.apart else (f"At least {method.least}.",),
        source_key="hang-factor" if weak else "hold-spacing",
        figure=f"hold.{one.subject.key}.count" if one.count is not None else None,
        parts=(one.subject.part,),
        ways=(WayOut((f"As many as are counted: {one.asked}",), (back,)),),
    )


def _weighs(context: Context[object, object], one: Mounted) -> None:
    """Grams typed as kilograms: nothing that is shown weighs more than iron of its size."""
    subject = one.subject
    iron = subject.width * subject.height * max(subject.front + subject.behind, Fraction(1)) * IRON / 1_000_000_000
    if subject.kg <= iron or subject.kg < 1:
        return
    where = "/object/weight" if subject.index is None else f"/object/items/{subject.index}/weight"
    grams = str(float(subject.kg / 1000))
    context.checks.add(
        "caution",
        f"weight.asked.{subject.key}",
        "measure",
        (f"Does {subject.name} weigh {figures(subject.kg)} kg? Iron of its size weighs {figures(iron)} kg.",),
        why="Grams are easily typed as kilograms, and everything that holds it is counted by its weight.",
        source_key="arithmetic",
        figure=f"{subject.part}.weight",
        parts=(subject.part,),
        ways=(
            WayOut((f"It weighs {figures(subject.kg)} g",), ({"op": "add", "path": where, "value": grams},)),
            WayOut(("Estimate it from its size",), (put(where, None),)),
        ),
    )


def _cloth(context: Context[object, object], kept: list[Mounted]) -> None:
    """Heat and damp stay away from what they harm."""
    thing, cloth = context.piece.object, context.piece.hold.cloth
    for one in kept:
        stitched = stitched_at(thing, one.subject.index)
        treatment = treatment_of(cloth, stitched=stitched)
        if treatment is None or not (
            why := harmed(cloth, one.subject.traits, marks_at(thing, one.subject.index), stitched=stitched)
        ):
            continue
        word = {
            "signed": "a signature",
            "heat_sensitive": "print or stickers that heat lifts",
            "moisture_sensitive": "what water spoils",
        }[sorted(why)[-1]]
        context.checks.add(
            "stop",
            f"hold.steam.{one.subject.key}",
            "hold",
            (f"{treatment.never} on {one.subject.name}: there is {word} on it.",),
            why="Heat and damp lift ink and adhesive for good. Mark where it is, and that place alone is kept off.",
            source_key="steam",
            parts=(one.subject.part,),
            ways=(WayOut(("Leave it as it came",), (put("/hold/cloth", "came"),)),),
        )


def _poor(context: Context[object, object]) -> None:
    for key in context.piece.hold.touching:
        name, why, instead = POOR[key]
        left = [k for k in context.piece.hold.touching if k != key]
        context.checks.add(
            "caution",
            f"hold.poor.{key}",
            "hold",
            (f"{name} touches it.",),
            why=f"{why[0].upper()}{why[1:]}.",
            source_key="acid-free",
            parts=("hold",),
            ways=(WayOut((f"Use {instead}",), ({"op": "add", "path": "/hold/touching", "value": left},)),),
        )


def _condition(context: Context[object, object]) -> None:
    facts = context.facts
    if facts.irreplaceable and not context.piece.condition.note.strip():
        context.checks.add(
            "caution",
            "condition.note",
            "hold",
            ("It can’t be replaced: write down how it is before work starts, and photograph it.",),
            why="Someone else’s treasure: what was there already is not disputed afterwards.",
            source_key="condition",
            parts=("hold",),
        )
