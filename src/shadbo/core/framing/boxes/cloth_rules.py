"""What can be wrong with cloth: a garment that won't fold to size, a crest that is cut, needlework that the lip covers."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.framing.arrange.folding import Folds
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.nothing import changes_to
from shadbo.core.framing.treating import harmed
from shadbo.core.quantity.exact import Fraction, exact


def check_cloth(context: BoxContext, sizes: Sizes) -> None:
    _garments(context, sizes)
    _needlework(context, sizes)


def _high_enough(f: Folds) -> Fraction | None:
    """The least height shown that keeps the crest whole, wherever the fold then lies; None if it runs over shoulder or hem."""
    folding = f.laid.item.folding
    assert folding is not None
    down, tall, long = exact(folding.crest_down), exact(folding.crest_height), f.laid.sized.height.value
    for height in sorted((tall, down + tall / 2, long - down + tall / 2)):
        top = max(min(down - height / 2, long - height), Fraction(0))
        if top <= down - tall / 2 and down + tall / 2 <= top + height and height <= long:
            return height
    return None


def _garments(context: BoxContext, sizes: Sizes) -> None:
    say, keep = context.speak.say, context.rule("fold_back")
    for f in sizes.folds:
        one, where = f.laid, f"{f.laid.sized.pointer}/folding"
        folding = one.item.folding
        assert folding is not None
        unfolded = WayOut(("Show it laid flat, not folded",), (put(where, None),))
        for axis, shown in (("width", one.sized.wide), ("height", one.sized.tall)):
            if shown.value <= 0:
                context.checks.add(
                    "stop",
                    f"folded.nothing.{axis}.{one.item.key}",
                    "arrange",
                    say(f"Folded, {one.item.called} comes to {{}}: its border takes more than its opening has.", shown),
                    why="Folded size is the opening less the border on both sides.",
                    source_key="cut-size",
                    figure=shown.name,
                    parts=(one.part,),
                    ways=(*changes_to(context, shown, context.rule("fold_least")), unfolded),
                )
        for axis, dim in f.spare.items():
            if dim.value < 0 and (folding.crest_width if axis == "width" else folding.crest_height):
                field = f"opening_{axis}"
                show = exact(folding.crest_width) if axis == "width" else _high_enough(f)
                wider = None if show is None else show + 2 * exact(folding.border)
                fits = (
                    WayOut(
                        say(f"Make its opening {{}} {'wide' if axis == 'width' else 'high'}", wider),
                        (put(f"{where}/{field}", wider),),
                    )
                    if wider
                    else unfolded
                )
                context.checks.add(
                    "stop",
                    f"crest.{axis}.{one.item.key}",
                    "arrange",
                    say(f"The crest of {one.item.called} would be folded over, by {{}}.", -dim.value),
                    why="The number or crest is kept whole and centred.",
                    source_key="crest",
                    figure=dim.name,
                    parts=(one.part,),
                    ways=(fits,),
                )
        if f.off.value and folding.crest_height and f.spare["height"].value >= 0:
            lower = "lower" if f.off.value > 0 else "higher"
            context.checks.add(
                "note",
                f"crest.off.{one.item.key}",
                "arrange",
                say(f"The crest sits {{}} {lower} than the middle of what shows.", abs(f.off.value)),
                why="The fold would have to lie above the shoulder, or below the hem, to centre it.",
                source_key="crest",
                figure=f.off.name,
                parts=(one.part,),
            )
        least = min((f.turned[w] for w in ("left", "right")), key=lambda d: d.value)
        if least.value < 0:
            size = exact(folding.opening_width) + 2 * least.value - 2 * keep
            ways = [WayOut(say("Make its opening {} wide", size), (put(f"{where}/opening_width", size),))] if size >= 30 else []
            context.checks.add(
                "stop",
                f"fold.{one.item.key}",
                "arrange",
                say(f"{one.item.called} is not wide enough: it needs {{}} more at the side.", -least.value),
                why=say("Folded it has to be {} wide, laid flat it is {}.", one.sized.wide, one.sized.width),
                source_key="fold-back",
                figure=least.name,
                parts=(one.part,),
                ways=ways or [unfolded],
            )
        elif least.value < keep:
            context.checks.add(
                "caution",
                f"fold.{one.item.key}",
                "arrange",
                say(f"Only {{}} of {one.item.called} turn behind the form at one side.", least),
                why=say("{} or more hold by themselves; less has to be stitched to the form’s edge.", keep),
                source_key="fold-back",
                figure=least.name,
                parts=(one.part,),
            )
        if f.turned["bottom"].value < 0:
            size = exact(folding.opening_height) + f.turned["bottom"].value
            context.checks.add(
                "stop",
                f"fold.long.{one.item.key}",
                "arrange",
                say(f"{one.item.called} is not long enough, by {{}}.", -f.turned["bottom"].value),
                why=say("Folded it has to be {} high.", one.sized.tall),
                source_key="fold-back",
                figure=f.turned["bottom"].name,
                parts=(one.part,),
                ways=(WayOut(say("Make its opening {} high", size), (put(f"{where}/opening_height", size),)),)
                if size >= 30
                else (unfolded,),
            )
        # Where steam is asked for all the same, a stop says it.
        if context.piece.hold.cloth == "came" and harmed("steamed", one.item.traits, one.item.marks) - {"moisture_sensitive"}:
            context.checks.add(
                "caution",
                f"steam.{one.item.key}",
                "arrange",
                (f"{one.item.called}: no steam, no iron.",),
                why="It is signed or heat-sensitive: heat lifts ink, stickers and print.",
                source_key="steam",
                parts=(one.part,),
            )


def _needlework(context: BoxContext, sizes: Sizes) -> None:
    say = context.speak.say
    for s in sizes.stitched:
        one, where = s.laid, f"{s.laid.sized.pointer}/stitching"
        stitching = one.item.stitching
        assert stitching is not None
        if s.cloth.value < s.needed.value:
            fit = exact(stitching.border) - (s.needed.value - s.cloth.value)
            ways = (
                [WayOut(say("Leave a border of {}", fit), (put(f"{where}/border", fit),))]
                if fit > max(s.lap.value, Fraction(0))
                else []
            )
            context.checks.add(
                "caution",
                f"cloth.{one.item.key}",
                "arrange",
                say(f"{one.item.called} has {{}} of bare cloth, and needs {{}} to go round its board.", s.cloth, s.needed),
                why=context.speak.say(
                    "Border, the board’s edge, and {} turned behind; a strip of cotton sewn on makes up for less.",
                    context.rule("turned_behind"),
                ),
                source_key="needlework",
                figure=s.needed.name,
                parts=(one.part,),
                ways=ways,
            )
        if s.shows.value <= 0:
            wide = s.lap.value + 10
            context.checks.add(
                "stop",
                f"stitch.covered.{one.item.key}",
                "arrange",
                say("The lip covers the stitching, by {}.", -s.shows.value),
                why=say("The lip covers {} of the board; the border round the stitching is {}.", s.lap, exact(stitching.border)),
                source_key="needlework",
                figure=s.shows.name,
                parts=(one.part,),
                ways=(WayOut(say("Leave a border of {}", wide), (put(f"{where}/border", wide),)),),
            )
        if s.lap.value > 0 and s.tack.value > context.rule("tack_clear"):
            context.checks.add(
                "note",
                f"tack.{one.item.key}",
                "arrange",
                say("The tacks lie {} from the board’s edge, under the lip.", s.tack),
                why="They have to stay within what the lip covers.",
                source_key="needlework",
                figure=s.tack.name,
                parts=(one.part,),
            )
