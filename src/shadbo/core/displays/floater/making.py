"""From the sums to the bench: the cut list, how it comes out of the stock, and the order of work."""

from __future__ import annotations

from quicktions import Fraction

from shadbo.core.cutting import CutLine, StockLength, lay_out
from shadbo.core.displays.base import Context
from shadbo.core.displays.floater.fixing import made_of
from shadbo.core.displays.floater.sizes import Sizes
from shadbo.core.figures import Say
from shadbo.core.lengths import Grain, as_decimal
from shadbo.core.piece import NewFrame
from shadbo.core.sums import Dim, largest, rule
from shadbo.core.work import Step

FACES = 8
ORDER_MORE = Fraction(11, 10)


def cut_list(context: Context, sizes: Sizes) -> tuple[CutLine, ...]:
    """Everything to be cut or counted out: rails, seat, lift strips, liners, shims, screws."""
    say, book = context.speak.say, context.book
    frame, moulding = context.piece.display.frame, sizes.moulding
    lines: list[CutLine] = []

    def line(
        key: str, part: str, parts: tuple[str, ...], count: int, material: str, length: Dim, section: Say = (),
        note: Say = (), short: Dim | None = None, grain: Grain = "wood",
    ) -> None:  # fmt: skip
        show = context.shop.showing.show
        lines.append(CutLine(
            key, part, parts, count, material, show(length.value, grain), f"{as_decimal(length.value):f}", length.name,
            show(short.value, grain) if short else None, f"{as_decimal(short.value):f}" if short else None,
            short.name if short else None, section, note,
        ))  # fmt: skip

    if moulding is not None:
        profile = say("{} × {}", sizes.face, sizes.rail_height)
        for axis, word, parts in (("width", "Rails, top and bottom", ("rail.top", "rail.bottom")),
                                  ("height", "Stiles, left and right", ("rail.left", "rail.right"))):  # fmt: skip
            run = "horizontal" if axis == "width" else "vertical"
            long = book.add(sizes.outside[axis], f"rail.{run}.long_point", f"{word}, long point", parts=parts)
            short = book.add(
                sizes.inside[axis], f"rail.{run}.short_point", f"{word}, short point", parts=parts, fits=True
            )
            line(
                f"rail.{run}",
                word,
                parts,
                2,
                moulding.name,
                long,
                profile,
                ("45° both ends, leaning opposite ways",),
                short,
            )
        assert isinstance(frame, NewFrame)
        if frame.spare_rail:
            longest = max((book["rail.horizontal.long_point"], book["rail.vertical.long_point"]), key=lambda d: d.value)
            line(
                "rail.spare",
                "Spare rail",
                ("rail",),
                1,
                moulding.name,
                longest,
                profile,
                ("one too many, from the same length",),
            )
        if not sizes.own_seat:
            seat_profile = say("{} × {}", sizes.seat_width, sizes.seat)
            across = book.add(sizes.inside["width"] * 1, "seat.strip.across", "Seat strip, across", parts=("seat",))
            down = book.add(
                sizes.inside["height"] - 2 * sizes.seat_width, "seat.strip.down", "Seat strip, down", parts=("seat",)
            )
            line(
                "seat.across",
                "Seat strips, top and bottom",
                ("seat",),
                2,
                "seat strip",
                across,
                seat_profile,
                ("square ends",),
            )
            line(
                "seat.down",
                "Seat strips, sides",
                ("seat",),
                2,
                "seat strip",
                down,
                seat_profile,
                ("square ends, between the others",),
            )
    if sizes.lift.value > 0:
        lift_profile = say("{} wide, {} thick", book["lift.strip.width"], sizes.lift)
        combo = made_of(tuple(Fraction(s) for s in context.shop.strips), sizes.lift.value)
        built = say("of strips " + " + ".join("{}" for _ in combo), *combo) if combo else ()
        line(
            "lift.across",
            "Lift strips, top and bottom",
            ("lift",),
            2,
            "lift strip",
            book["lift.strip.across"],
            lift_profile,
            built,
        )
        line(
            "lift.down", "Lift strips, sides", ("lift",), 2, "lift strip", book["lift.strip.down"], lift_profile, built
        )
    for axis, liner in sizes.liner.items():
        if liner.value:
            strip = book.add(
                sizes.inside["height" if axis == "width" else "width"] * 1,
                f"liner.run.{axis}",
                "Liner strip, length",
                parts=("liner",),
            )
            line(f"liner.{axis}", "Liner strips", ("liner",), 2, "strip, painted dark", strip, say("{} thick", liner))
    for axis, where in (("width", "left and right"), ("height", "top and bottom")):
        note: Say = ("two a side; out again when it is screwed",)
        line(
            f"shim.{axis}",
            f"Shims, {where}",
            ("gap",),
            4,
            "card or ply",
            book[f"shim.{axis}"],
            ("thickness",),
            note,
            grain="depth",
        )
    line(
        "screw", "Screws from behind", ("screw",), book.counts["screw.count"].count, "wood screw", sizes.screws.length,
        ("through seat and lift",), ("in oversize holes, so that the stretcher can move",), grain="depth",
    )  # fmt: skip
    return tuple(lines)


def stock_sum(context: Context, sizes: Sizes) -> tuple[StockLength, ...]:
    """How much moulding the frame takes, and how its rails lie in the stock lengths (none if one is too long)."""
    moulding, frame, book, shop = sizes.moulding, context.piece.display.frame, context.book, context.shop
    if moulding is None or not isinstance(frame, NewFrame):
        return ()
    kerf = rule(shop.rules.kerf, "Saw kerf", "saw", "depth")
    across, down = book["rail.horizontal.long_point"], book["rail.vertical.long_point"]
    spare = (across if across.value >= down.value else down) + kerf
    needed = 2 * across + 2 * down + 4 * kerf
    needed = book.add(
        needed + spare if frame.spare_rail else needed, "cut.needed", "Moulding used, with kerfs", parts=("rail",)
    )
    perimeter = 2 * sizes.inside["width"] + 2 * sizes.inside["height"] + FACES * sizes.face
    thumb = book.add(
        perimeter * ORDER_MORE, "cut.thumb", "Rule of thumb: inside round + 8 faces, + 10 %", parts=("rail",)
    )
    book.add(largest((needed, thumb)), "cut.order", "Moulding to order, at least", parts=("rail",))
    rails = [
        ("top rail", across.value),
        ("bottom rail", across.value),
        ("left stile", down.value),
        ("right stile", down.value),
    ]
    if frame.spare_rail:
        rails.append(("spare rail", max(across.value, down.value)))
    length, show = Fraction(moulding.length), shop.showing.show
    try:
        bars = lay_out(rails, length, kerf.value)
    except ValueError:
        # The stop "rail.stock" says so and gives the ways out.
        return ()
    lengths = []
    for i, pieces in enumerate(bars):
        used = sum((mm + kerf.value for _, mm in pieces), Fraction(0))
        left = length - used
        lengths.append(StockLength(
            i + 1, tuple(name for name, _ in pieces), show(used), show(left), left >= Fraction(shop.rules.keep_offcut)
        ))  # fmt: skip
    book.add_count(
        "cut.lengths", "Lengths of moulding", len(bars), context.speak.say("each {} long", length),
        *(("; ".join(pieces for pieces in item.pieces), ) for item in lengths), parts=("rail",),
    )  # fmt: skip
    return tuple(lengths)


def steps(context: Context, sizes: Sizes) -> tuple[Step, ...]:
    """The order of work, with its gates, waits and cautions."""
    say, book = context.speak.say, context.book
    display = context.piece.display
    new = isinstance(display.frame, NewFrame)
    out: list[Step] = [
        Step("measure", "Measure again", say(
            "Read the canvas once more before anything is cut: largest width {}, largest height {}.",
            sizes.canvas["width"].largest, sizes.canvas["height"].largest), 5, gate=True, parts=("canvas",)),
    ]  # fmt: skip
    if new:
        moulding = sizes.moulding
        assert moulding is not None
        if display.solve == "rail_height" and sizes.profile_height.value > sizes.rail_height.value:
            out.append(Step("rip", "Rip the moulding", say("Rip to {} high.", sizes.rail_height), 15,
                            care="Guards on, push stick, eye and hearing protection; test cut first.", parts=("rail",)))  # fmt: skip
        out += [
            Step("cut", "Cut the rails", say(
                f"{moulding.name}: two at {{}} and two at {{}}, long point; each pair to the same stop.",
                book["rail.horizontal.long_point"], book["rail.vertical.long_point"]), 20,
                care="Saw: guard down, hands clear, eye and hearing protection; dust extraction on.", parts=("rail",)),
            Step("dry", "Dry-fit", say("Both outside diagonals {}; they may differ by {}.", book["frame.diagonal"],
                                       book["frame.square"]), 10, gate=True, parts=("rail",)),
            Step("glue", "Glue the frame", ("Clamp to a flat board with paper under the corners; measure the diagonals again "
                                            "before the glue takes. An hour in clamps, full strength in a day.",),
                 20, wait_minutes=24 * 60, parts=("rail",)),
            Step("inside", "Read the inside", say("It should be {} by {}; type what it is before going on.",
                                                  sizes.inside["width"], sizes.inside["height"]), 5, gate=True, parts=("rail", "gap")),
        ]  # fmt: skip
        if not sizes.own_seat:
            out.append(Step("seat", "Fix the seat strips", say("Glue and pin strips {} wide and {} thick, flush with the back.",
                                                             sizes.seat_width, sizes.seat), 20, wait_minutes=60,
                            care="Pin nailer: eye protection, never towards a hand.", parts=("seat",)))  # fmt: skip
    if any(liner.value for liner in sizes.liner.values()):
        out.append(Step("liner", "Line the wide axis", ("Glue the liner strips to the inner faces, flush with the rail's face.",), 15,
                        wait_minutes=60, parts=("liner",)))  # fmt: skip
    out.append(Step("paint", "Paint the inside dark", ("Inner faces, seat and lift strips, so that they vanish.",), 15,
                    wait_minutes=60, care="Follow the tin; fresh air.", parts=("gap", "seat", "lift")))  # fmt: skip
    if sizes.lift.value > 0:
        kind = "in the middle of each side" if display.lift_kind == "strips" else "all round"
        out.append(Step("lift", "Fix the lift strips", say(f"{{}} thick, {kind}, as wide as the seat reaches under the bar.", sizes.lift),
                        10, parts=("lift",)))  # fmt: skip
    out += [
        Step("holes", "Drill the screw holes", say(
            "{} in from the outside edge, from behind; first hole {} from the corner across, {} down; oversize, so that "
            "the stretcher can move.", sizes.screws.inset, sizes.screws.places["width"][0], sizes.screws.places["height"][0]),
            15, care="Stop block on the bit; nothing but the bench beneath.", parts=("screw",)),
        Step("centre", "Centre the canvas", say("Face down on a soft clean cloth: frame over it, shims of {} at the sides and {} "
                                                "top and bottom, two a side.", book["shim.width"], book["shim.height"]), 10, parts=("gap", "canvas")),
        Step("look", "Look at the front", ("Turn it over before the first screw: gaps even, canvas straight, the right way up.",),
             5, gate=True, parts=("canvas", "gap")),
        Step("screw", "Screw it in", say(f"{book.counts['screw.count'].count} screws {{}} long; they bite {{}} and end {{}} "
                                         "from the canvas. By hand for the last turns.",
                                         sizes.screws.length, sizes.screws.bite, sizes.screws.clear), 15,
             care="Never towards the canvas with a longer screw than this.", parts=("screw",)),
        Step("shims", "Take the shims out", ("Look once more from the front, then bumpers on the two lower corners.",), 5, gate=True, parts=("gap",)),
    ]  # fmt: skip
    return tuple(out)
