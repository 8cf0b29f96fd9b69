"""What can be wrong with flat work on a board: borders that show, a pack that does not go in, trimming without consent."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.on_board.sizes import OnBoardContext, Sizes
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.document.shop import ReadyFrame
from shadbo.core.framing.families import check_consent, check_loose, deeper_ways, quarter_turn
from shadbo.core.framing.rabbet import check_rabbet
from shadbo.core.framing.rabbet_choices import make_one, ready_frame
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact, up
from shadbo.core.quantity.figures import Say


def check(context: OnBoardContext, sizes: Sizes) -> None:
    check_rabbet(context, sizes.rabbet, context.display.frame)
    _consent(context)
    _fits(context, sizes)
    _crooked(context, sizes)
    _uneven(context, sizes)
    _depth(context, sizes)
    _mat(context, sizes)
    if context.display.glazing == "acrylic" and "loose_pigment" in context.facts.traits:
        check_loose(context, "the work", "work", {"glass": "glass"})


def _mat(context: OnBoardContext, sizes: Sizes) -> None:
    """The mat’s window lies within what the frame shows, with a border of mat to be seen."""
    if not sizes.window:
        return
    say = context.speak.say
    axis = min(sizes.window, key=lambda a: sizes.rabbet.sight[a].value - sizes.window[a].value)
    border = (sizes.rabbet.sight[axis].value - sizes.window[axis].value) / 2
    least = context.rule("mat_strip")
    if border >= least:
        return
    ways = [] if isinstance(context.display.frame, NewRabbet) else [make_one(context, "Make a frame round it, borders as wished")]
    wide = (
        up(context.book["border.intended"].value + least - border, context.rule("border_step"))
        if "border.intended" in context.book.dims
        else None
    )
    if wide is not None and isinstance(context.display.frame, NewRabbet) and wide <= 500:
        ways.append(WayOut(say("Make the border {}", wide), (put("/display/border", wide),)))
    context.checks.add(
        "stop" if border <= 0 else "caution",
        "mat.over",
        "display",
        say(f"The mat’s window is {{}} larger than what the frame shows in the {axis}: no mat is seen there.", -2 * border)
        if border < 0
        else say(f"Only {{}} of mat shows beside the window in the {axis}.", border),
        why=say("A strip of mat under {} buckles and shows every slip.", least),
        source_key="mat-stock",
        figure=sizes.window[axis].name,
        parts=("mat", "rail"),
        ways=ways,
    )


def eye(context: OnBoardContext, error: Fraction) -> str:
    """What an eye will see of a border error."""
    if error <= context.rule("true_to_the_eye"):
        return "true to the eye"
    return "it passes" if error <= context.rule("eye_passes") else "it shows"


def _consent(context: OnBoardContext) -> None:
    if context.display.edge == "trimmed" and not context.thing.consent.given:
        whole = WayOut(("Leave it whole",), (put("/display/edge", "shown"),))
        check_consent(context, "trimmed", stage="display", part="work", ways=(whole,))


def _fits(context: OnBoardContext, sizes: Sizes) -> None:
    """The work has to lie inside what shows, or the lip covers it."""
    if context.display.edge == "mat":
        return
    tight = min(sizes.border.items(), key=lambda item: item[1].value)
    (edge, _), border = tight
    if border.value >= 0:
        return
    ways = []
    frame = context.display.frame
    if isinstance(frame, ReadFrame):
        turned = [context.book[f"border.turned.{a}"].value for a in AXES]
        if min(turned) > 0:
            ways.append(quarter_turn(context, frame, "borders", *turned))
        ways.append(make_one(context, "Make a frame round it, borders as wished"))
    else:
        # As much wider as is covered now, and a little more to be seen.
        step = context.rule("border_step")
        wider = up(context.book["border.intended"].value - border.value, step) + step
        if wider <= 500:
            patch = (put("/display/border", wider), put("/display/placing/how", "best"))
            ways.append(WayOut(context.speak.say("Widen the border to {}", wider), patch))
    if context.display.placing.how != "best":
        ways.append(WayOut(("Place it the best way there is",), (put("/display/placing/how", "best"),)))
    context.checks.add(
        "stop",
        "border.covered",
        "display",
        context.speak.say(f"The lip covers the work on the {edge}, by {{}}.", -border.value),
        why="What it must show has to lie inside the sight edge at every station.",
        source_key="which-reading",
        figure=border.name,
        parts=("work", f"border.{edge}"),
        ways=ways,
    )


def _crooked(context: OnBoardContext, sizes: Sizes) -> None:
    say, fine, display = context.speak.say, context.speak.fine, context.display
    error = sizes.error.value
    if display.edge in ("mat", "trimmed") or min(b.value for b in sizes.border.values()) < 0:
        return
    before, best = context.book["border.error.before"].value, sizes.best.worst
    if display.placing.how != "best" and best < error and error > context.rule("true_to_the_eye"):
        passes = error <= context.rule("eye_passes")
        context.checks.add(
            "note" if passes else "caution",
            "border.better",
            "display",
            say("It passes with an error of {}; placed better it would be {}.", fine(error), fine(best))
            if passes
            else say(
                f"As it is placed a border is out by {{}}: {eye(context, error)}; placed better it would be {{}}.",
                fine(error),
                fine(best),
            ),
            why=context.speak.say("Up to {} passes; less is better.", context.rule("eye_passes")),
            source_key="eye",
            figure=sizes.error.name,
            parts=("border",),
            ways=(
                WayOut(say("Place it the best way there is: worst error {}", fine(best)), (put("/display/placing/how", "best"),)),
            ),
        )
    border, hides = min(d.value for d in sizes.meant.values()), best * context.shop.rules.hidden_by
    if best <= context.rule("eye_passes") or hides <= border:
        return
    ways: list[WayOut] = []
    if isinstance(display.frame, NewRabbet):
        wide = up(hides, context.rule("border_step"))
        if border < wide <= 500:
            ways.append(
                WayOut(
                    say("Widen the border to {}: the error is a twentieth of it or less", wide),
                    (put("/display/border", wide), put("/display/placing/how", "best")),
                )
            )
    if display.edge != "backing":
        ways.append(
            WayOut(
                ("Let the backing show in the work’s own tone, so the edge is not seen against it",),
                (put("/display/edge", "backing"),),
            )
        )
    ways.append(
        WayOut(
            say(
                "Cover the edges with a mat, window {} × {}",
                *(sizes.thing.side(a).cover.value - 2 * exact(display.overlap) for a in AXES),
            ),
            (put("/display/edge", "mat"),),
        )
    )
    if context.thing.consent.given:
        ways.append(
            WayOut(
                say(
                    f"Trim it true to {{}} × {{}}, as {context.thing.consent.who} agreed",
                    *(sizes.thing.side(a).cover for a in AXES),
                ),
                (put("/display/edge", "trimmed"),),
            )
        )
    context.checks.add(
        "note" if display.edge == "backing" else "caution",
        "border.crooked",
        "display",
        say(f"However it is placed, a border is out by {{}}: {eye(context, best)}.", fine(best)),
        why=say(
            "Centred it would be out by {}, at best by {}. A border of {} would hide it.",
            fine(before),
            fine(best),
            sizes.wide_enough,
        ),
        source_key="hide",
        figure="border.error.best",
        parts=("border", "work"),
        ways=ways,
    )


def _uneven(context: OnBoardContext, sizes: Sizes) -> None:
    frame = context.display.frame
    if not isinstance(frame, ReadFrame) or min(d.value for d in sizes.meant.values()) < 0:
        return
    say, book = context.speak.say, context.book
    difference = book["border.difference"]
    if difference.value <= context.rule("eye_passes"):
        return
    turned = {a: book[f"border.turned.{a}"].value for a in AXES}
    ways = []
    if min(turned.values()) > 0 and abs(turned["width"] - turned["height"]) < difference.value:
        ways.append(quarter_turn(context, frame, "borders", turned["width"], turned["height"]))
    big = "width" if sizes.meant["width"].value > sizes.meant["height"].value else "height"
    narrow, wide = sorted(d.value for d in sizes.meant.values())
    # What no eye takes for a border: another frame, or one made for it.
    odd = wide > context.rule("eye_accepts") * max(narrow, Fraction(1))
    if odd:
        ways += _more_even(context, sizes, difference.value)
        ways.append(make_one(context, "Make a frame for it, with even borders"))
    context.checks.add(
        "caution" if odd else "note",
        "border.uneven",
        "display",
        say(
            "The borders differ: {} left and right, {} top and bottom" + (", which no eye takes for a border." if odd else "."),
            sizes.meant["width"],
            sizes.meant["height"],
        ),
        why=say(f"A work {{}} {'wide' if big == 'width' else 'high'} would even them.", book[f"even.work.{big}"]),
        source_key="eye",
        figure=difference.name,
        parts=("border",),
        ways=ways,
    )


def _more_even(context: OnBoardContext, sizes: Sizes, difference: Fraction) -> list[WayOut]:
    """The ready-made frame of the stock whose borders differ the least, either way round; none that is no better."""
    work = {a: sizes.thing.side(a).into.value for a in AXES}
    found: list[tuple[Fraction, ReadyFrame, bool, dict[str, Fraction]]] = []
    for ready in context.shop.frames:
        for turned in (False, True):
            opening = (ready.height, ready.width) if turned else (ready.width, ready.height)
            border = {a: (exact(o) - 2 * exact(ready.lip) - work[a]) / 2 for a, o in zip(AXES, opening, strict=True)}
            apart = abs(border["width"] - border["height"])
            if min(border.values()) > 0 and apart < difference:
                found.append((apart, ready, turned, border))
    if not found:
        return []
    _, ready, turned, border = min(found, key=lambda one: (one[0], sum(one[3].values())))
    said = f"Take the {ready.name}{', turned' if turned else ''}: borders {{}} and {{}}"
    return [
        WayOut(context.speak.say(said, border["width"], border["height"]), (put("/display/frame", ready_frame(ready, turned)),))
    ]


def _depth(context: OnBoardContext, sizes: Sizes) -> None:
    if sizes.slack.value >= 0:
        return
    say, short = context.speak.say, -sizes.slack.value
    ways = deeper_ways(context, sizes.rabbet.depth.value + short, new=isinstance(context.display.frame, NewRabbet))
    if context.display.glazing != "none":
        bare: Say = ("Leave the glazing out",)
        ways.append(WayOut(bare, (put("/display/glazing", "none"),)))
    context.checks.add(
        "stop",
        "depth.slack",
        "display",
        say("The pack won’t go in, by {}.", short),
        why=say("The pack is {}, the rabbet {} less the points.", context.book["depth.pack"], sizes.rabbet.depth),
        source_key="closing",
        figure="depth.slack",
        parts=("rail", "board"),
        ways=ways[:4],
    )
