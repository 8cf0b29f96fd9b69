"""Frames with a lip, to be made or there already: their sizes, bowed rails, ready-made ones to choose from.

sight = rabbet − 2 × lip          outside = rabbet + 2 × (face − lip)
bow per rail = (middle − mean of the ends) / 2
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from functools import partial
from typing import Any

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.cutting import bar_of
from shadbo.core.contract.display import ANY_HANGER, Context, FrameSection, Weight
from shadbo.core.document.decisions.canvas import BoughtFrame, DeepReadyMade, NewRabbet, ReadFrame
from shadbo.core.document.decisions.having import Framed
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.shop import RabbetMoulding
from shadbo.core.framing import label_size
from shadbo.core.framing.came import bought, sheet_came
from shadbo.core.framing.families import check_in_stock, check_long_enough
from shadbo.core.framing.own import stock_leaf
from shadbo.core.framing.rails import AXES, Rails, other, square
from shadbo.core.measuring.doubts import check_readings, put_list
from shadbo.core.measuring.measuring import Side, read_side, waist
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf


@record(frozen=True, slots=True)
class Rabbet:
    """A frame with a lip against the axes of the work. ``inner`` is its rabbet as read, None while it is to be made."""

    moulding: RabbetMoulding | None
    missing: bool
    inner: dict[str, Side] | None
    lip: Dim
    face: Dim
    moulding_depth: Dim
    depth: Dim
    size: dict[str, Dim]
    sight: dict[str, Dim]
    outside: dict[str, Dim]
    bow: dict[str, Dim]

    @property
    def area_mm2(self) -> Fraction:
        """Section of the rail: the whole less the rabbet cut out of it."""
        depth = min(self.depth.value, self.moulding_depth.value)
        return self.face.value * self.moulding_depth.value - self.lip.value * depth

    def frame_section(self, weights: Iterable[Weight], hangs: tuple[str, ...] = ANY_HANGER) -> FrameSection:
        """The frame to hang by; its bottom rail bears all that is not itself."""
        bears = sum((w.kg for w in weights if w.part != "rail"), Fraction(0))
        front = self.moulding_depth - self.depth
        return FrameSection(
            self.face, self.face - self.lip, self.moulding_depth, self.wood, front, self.inner is None, bears, hangs
        )

    @property
    def wood(self) -> str:
        return self.moulding.wood if self.moulding else ""

    def sight_near(self, axis: str, along: Fraction) -> Dim:
        """The sight size at a place along the side."""
        return self.sight[axis] if self.inner is None else self.inner[axis].near(along) - 2 * self.lip

    def opening(self) -> list[tuple[Fraction, Fraction]]:
        """The sight edge as it was read, round from its upper left corner; mm from its middle."""
        half, zero, one = Fraction(1, 2), Fraction(0), Fraction(1)

        def stations(axis: str) -> list[Fraction]:
            read = self.inner[axis].along.values() if self.inner else ()
            return sorted({zero, one, *read})

        def half_of(axis: str, along: Fraction) -> Fraction:
            return self.sight_near(axis, along).value * half

        down, across = stations("width"), stations("height")
        wide, tall = self.sight["width"].value, self.sight["height"].value
        top = [((s - half) * wide, -half_of("height", s)) for s in across if 0 < s < 1]
        right = [(half_of("width", s), (s - half) * tall) for s in down if 0 < s < 1]
        bottom = [(x, -y) for x, y in reversed(top)]
        left = [(-x, y) for x, y in reversed(right)]
        corners = [
            (x * half_of("width", v), y * half_of("height", u))
            for x, y, u, v in ((-1, -1, zero, zero), (1, -1, one, zero), (1, 1, one, one), (-1, 1, zero, one))
        ]
        return [corners[0], *top, corners[1], *right, corners[2], *bottom, corners[3], *left]


def made_rabbet(context: Context[object, object], frame: NewRabbet, sight: Mapping[str, Dim]) -> Rabbet:
    """A frame to be made round a sight size, of its moulding."""
    book, stock = context.book, context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings
    found = context.shop.rabbet_moulding(frame.moulding)
    moulding = found or stock[0]

    def of_stock(field: str, name: str, label: str) -> Dim:
        return book.add(stock_leaf(context, "rabbet_mouldings", moulding, field, label, ("rail",)), name, label, parts=("rail",))

    lip, face = of_stock("lip", "rail.lip", "Lip"), of_stock("face", "rail.face", "Face")
    height = of_stock("height", "rail.height", "Rail height")
    depth = of_stock("rabbet_depth", "rabbet.depth", "Rabbet depth")
    seen = {a: book.add(sight[a], f"frame.sight.{a}", f"Sight {a}", parts=("rail",), cut=context.shop.saw) for a in AXES}
    size = {a: book.add(seen[a] + 2 * lip, f"frame.rabbet.{a}", f"Rabbet {a}", parts=("rail",), fits=True) for a in AXES}
    outside = _outside(context, size, face, lip)
    return Rabbet(
        moulding=moulding,
        missing=found is None,
        inner=None,
        lip=lip,
        face=face,
        moulding_depth=height,
        depth=depth,
        size=size,
        sight=seen,
        outside=outside,
        bow={},
    )


def read_once(context: Context[object, Framed], field: str, name: str, label: str, part: str = "rail") -> Dim:
    """A size of a frame that is there already, read at one place only: its lip, its face, what came with it."""
    pointer, units = f"/display/frame/{field}", context.piece.units
    value = getattr(context.display.frame, field)
    dim = leaf(
        value,
        pointer,
        label,
        "reading",
        tolerance=context.shop.reading_tolerance(units),
        pointer=pointer,
        tape=units,
        source="tape",
        grain="depth",
        parts=(part,),
    )
    return context.book.add(dim, name, label, parts=(part,))


def read_rabbet(context: Context[object, Framed], frame: ReadFrame) -> Rabbet:
    """A frame that is there already: its rabbet at stations, its bow, what shows and what it measures outside."""
    book, shop = context.book, context.shop
    read = partial(read_once, context)
    lip, face = read("lip", "rail.lip", "Lip"), read("face", "rail.face", "Face")
    height, depth = (read("moulding_depth", "rail.height", "Rail height"), read("rabbet_depth", "rabbet.depth", "Rabbet depth"))
    inner = {}
    for axis in AXES:
        own = other(axis) if frame.turned else axis
        label = f"Frame’s rabbet {own}" + (" (turned)" if frame.turned else "")
        told, place = label_size.standing(context, frame, own, lip, face), f"/display/frame/{own}"
        inner[axis] = read_side(book, getattr(frame, own), f"frame.read.{axis}", label, place, shop, part="rail", told=told)
    bow = bows(context, inner)
    size = {a: book.add(inner[a].smallest * 1, f"frame.rabbet.{a}", f"Rabbet {a}, smallest", parts=("rail",)) for a in AXES}
    seen = {a: book.add(size[a] - 2 * lip, f"frame.sight.{a}", f"Sight {a}", parts=("rail",)) for a in AXES}
    outside = _outside(context, {a: inner[a].mean for a in AXES}, face, lip)
    label_size.says(context, frame, lip, face)
    return Rabbet(
        moulding=None,
        missing=False,
        inner=inner,
        lip=lip,
        face=face,
        moulding_depth=height,
        depth=depth,
        size=size,
        sight=seen,
        outside=outside,
        bow=bow,
    )


def bows(context: Context[object, object], inner: Mapping[str, Side]) -> dict[str, Dim]:
    """Bow per rail where a frame was read at three stations or more: positive is outward."""
    found = {}
    for axis in AXES:
        waisted = waist(inner[axis])
        if waisted is not None:
            label = f"Bow of each {'stile' if axis == 'width' else 'rail'}"
            found[axis] = context.book.add(waisted / 2, f"frame.bow.{axis}", label, parts=("rail",), grain="depth")
    return found


def bowed_axes(context: Context[object, object]) -> list[str]:
    """The sizes of the frame that was read whose rails bow by more than passes; equal readings need no straightening."""
    passes, dims = context.rule("eye_passes"), context.book.dims
    return [a for a in AXES if (name := f"frame.bow.{a}") in dims and abs(dims[name].value) > passes]


def _outside(context: Context[object, object], size: Mapping[str, Dim], face: Dim, lip: Dim) -> dict[str, Dim]:
    outside = {
        a: context.book.add(size[a] + 2 * face - 2 * lip, f"frame.outside.{a}", f"Outside {a}", parts=("rail",)) for a in AXES
    }
    square(context, "frame", "outside", outside, "rail")
    return outside


def rails_of(context: Context[object, object], rabbet: Rabbet, frame: NewRabbet) -> Rails:
    assert rabbet.moulding is not None
    return Rails(
        rabbet.moulding.name,
        exact(rabbet.moulding.length),
        rabbet.face,
        bar_of(context.speak, rabbet.face, rabbet.moulding_depth, context.speak.say("lip {}", rabbet.lip)),
        rabbet.outside,
        rabbet.sight,
        frame.spare_rail,
    )


# -- checks ------------------------------------------------------------------------------------------------------------


def check_rabbet(
    context: Context[object, object], rabbet: Rabbet, frame: NewRabbet | ReadFrame, shorter: tuple[WayOut, ...] = ()
) -> None:
    """What can be wrong with the frame itself: readings, bow, a moulding that is not there or too short.

    ``shorter`` are ways a display has of making the frame smaller.
    """
    if isinstance(frame, ReadFrame):
        assert rabbet.inner is not None
        if not label_size.sides_unread(frame):
            sides = rabbet.inner["width"], rabbet.inner["height"]
            check_readings(context.checks, context.speak, context.shop, "frame", *sides, "rail", key="frame")
        check_bow(context, frame, rabbet.inner, rabbet.bow, "rabbet")
        _check_rail(context, rabbet)
        label_size.check_label(context, frame)
        return
    shop, place = context.shop, "/display/frame/moulding"
    assert rabbet.moulding is not None
    check_in_stock(context, rabbet.missing, frame.moulding, shop.rabbet_mouldings, place=place)
    longest = max(rabbet.outside.values(), key=lambda d: d.value)
    others = sorted(shop.rabbet_mouldings, key=lambda m: (m.rabbet_depth, m.face))
    check_long_enough(context, longest, rabbet.moulding, others, place=place, ways=shorter)


def _check_rail(context: Context[object, object], rabbet: Rabbet) -> None:
    """Readings of a rail that contradict one another: a lip as wide as the face, a rabbet as deep as the rail is high."""
    say = context.speak.say
    for key, inner, whole, fields, words in (
        (
            "wood.none",
            rabbet.lip,
            rabbet.face,
            ("lip", "face"),
            "The lip, {}, is as wide as the face, {}: no wood is left beside the rabbet.",
        ),
        (
            "wood.through",
            rabbet.depth,
            rabbet.moulding_depth,
            ("rabbet_depth", "moulding_depth"),
            "The rabbet, {} deep, goes right through the rail, {} high.",
        ),
    ):
        if inner.value < whole.value:
            continue
        ways = []
        if inner.value > whole.value:
            swapped = tuple(put(f"/display/frame/{f}", d.value) for f, d in zip(fields, (whole, inner), strict=True))
            names = [field.replace("_", " ") for field in fields]
            ways.append(WayOut(say(f"Written the wrong way round: {names[0]} {{}}, {names[1]} {{}}", whole, inner), swapped))
        if not isinstance(context.display, DeepReadyMade):
            ways.append(_made_instead(context, rabbet.depth.value))
        context.checks.add(
            "stop",
            key,
            "display",
            say(words, inner, whole),
            why="One of the two was read wrong: read both again from behind.",
            source_key="cut-size",
            figure=inner.name,
            parts=("rail",),
            ways=ways,
        )


def _made_instead(context: Context[object, object], deep: Fraction) -> WayOut:
    """A frame to be made in place of the one that is there, as deep in the rabbet as the stock list has it."""
    profiles = sorted(context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings, key=lambda m: (m.rabbet_depth, m.face))
    profile = next((m for m in profiles if exact(m.rabbet_depth) >= deep), profiles[-1])
    return WayOut((f"Make a frame of {profile.name} instead",), (put("/display/frame", {"make": "new", "moulding": profile.key}),))


def check_bow(
    context: Context[object, object], frame: ReadFrame | BoughtFrame, inner: Mapping[str, Side], bow: Mapping[str, Dim], inside: str
) -> None:
    """Rails that bow: by how much, blocks to push them in, and the reading that is then needed again."""
    say = context.speak.say
    for axis in AXES:
        own = other(axis) if frame.turned else axis
        middle = "middle" if own == "width" else "centre"
        rails = "stiles" if axis == "width" else "rails"
        if frame.blocked and not getattr(getattr(frame, own), middle) and _long(frame, own):
            context.checks.add(
                "stop",
                f"frame.reread.{axis}",
                "display",
                (f"The {rails} are blocked: read the {own} of the {inside} in the {middle} again before anything is cut.",),
                why="A block that is too long bows the rail the other way; only the tape tells.",
                source_key="bow",
                figure=inner[axis].mean.name,
                parts=("rail",),
                ways=(WayOut(("Take the blocks out again",), (put("/display/frame/blocked", False),)),),
            )
            continue
        bowed = bow.get(axis)
        if bowed is None or abs(bowed.value) <= context.rule("eye_passes"):
            continue
        outward = bowed.value > 0
        pushed: tuple[dict[str, Any], ...] = (
            put("/display/frame/blocked", True),
            put("/display/frame/blocks", Fraction((frame.blocks if frame.blocked else 0) + 2)),
            put_list(f"/display/frame/{own}/{middle}"),
            put_list(f"/display/frame/{own}/more"),
        )
        context.checks.add(
            "caution",
            f"frame.bow.{axis}",
            "display",
            say(f"The {rails} bow {'outward' if outward else 'inward'} by {{}} each.", abs(bowed.value)),
            why=say(
                f"The {inside} runs from {{}} to {{}}: what is cut to the ends may drop out or bind in the middle.",
                inner[axis].smallest,
                inner[axis].largest,
            ),
            source_key="bow",
            figure=bowed.name,
            parts=("rail",),
            ways=(
                WayOut(
                    say(
                        f"Block both {rails} {'in' if outward else 'out'} at the middle by {{}}, close with a stiff strainer, and read again",
                        abs(bowed.value),
                    ),
                    pushed,
                ),
            ),
        )


def _long(frame: ReadFrame | BoughtFrame, own: str) -> bool:
    """Whether both ends of an axis were read, so that its middle means something."""
    ends = ("top", "bottom") if own == "width" else ("left", "right")
    return all(getattr(getattr(frame, own), end) for end in ends)


# How thick the strips are that keep a sheet in the middle of its rabbet, where the lip laps it by little: a figure an axis.
PACKING = "glazing.packing"


def check_glazing(
    context: Context[object, Framed], rabbet: Rabbet, glazing: str = "glass", *, without: bool = True
) -> dict[str, Dim]:
    """The sheet cut for this rabbet: it must lap the lip at the widest and clear the rabbet at the narrowest.

    Acrylic grows with warmth, so it is cut smaller than glass. ``without``: it could be left out.
    """
    book, say, rules = context.book, context.speak.say, context.shop.rules
    cut = context.shop.glass_cutter
    sheets = {}
    for axis in AXES:
        if sheet_came(context):
            sheets[axis] = _came_sheet(context, rabbet, axis)
            continue
        allowed = _sheet_allowance(context, rabbet.size[axis], glazing)
        sheet = book.add(rabbet.size[axis] - allowed, f"glazing.{axis}", f"Sheet {axis}", parts=("glazing",), fits=True, cut=cut)
        widest = rabbet.inner[axis].largest if rabbet.inner else rabbet.size[axis]
        lap = book.add(
            rabbet.lip - (widest - sheet),
            f"glazing.lap.{axis}",
            f"Lap of the lip, worst, {axis}",
            parts=("glazing", "rail"),
            grain="depth",
        )
        clear = book.add(
            rabbet.size[axis] - sheet, f"glazing.clear.{axis}", f"Room round the sheet, {axis}", parts=("glazing",), grain="depth"
        )
        if clear.value < clear.worst:
            context.checks.add(
                "caution",
                f"glazing.clear.{axis}",
                "display",
                say(
                    f"The sheet may not go in: {{}} of room in the {axis}, and tape and cutter may take {{}}.",
                    clear,
                    context.speak.fine(clear.worst),
                ),
                why="Worst case of the reading and of the cut.",
                source_key="acrylic" if glazing == "acrylic" else "allowance",
                figure=clear.name,
                parts=("glazing",),
            )
        sheets[axis] = sheet
        least = exact(rules.least_lap)
        if rabbet.inner is None and lap.worst < lap.value < least:
            # The strips the caution below promises.
            book.add(
                (rabbet.size[axis] - sheet) / 2,
                f"{PACKING}.{axis}",
                f"Strip beside the sheet, {axis}",
                parts=("glazing",),
                grain="depth",
            )
        # What could fall out is a stop. What laps by little holds where it is kept in the middle: strips of card beside it do that.
        stop = lap.value <= (lap.worst if rabbet.inner is None else 0) or (rabbet.inner is not None and lap.value < least)
        # A frame to be made is read again before its sheet is cut; of one that is there only these readings are known.
        if stop or lap.value < least or (rabbet.inner and lap.value <= lap.worst):
            context.checks.add(
                "stop" if stop else "caution",
                f"glazing.lap.{axis}",
                "display",
                say(
                    f"The sheet {'may drop out' if not stop else 'would not hold'} in the {axis}: pushed to one side the lip laps it by {{}} "
                    "at the widest place, and the readings may be {} out.",
                    lap,
                    context.speak.fine(lap.worst),
                )
                if stop or rabbet.inner
                else say(
                    f"Pushed to one side the lip laps only {{}} of the sheet in the {axis}: strips of card beside it keep it in the middle.",
                    lap,
                ),
                why=say("It should lap by at least {} at the widest reading, {}.", least, widest),
                source_key="lap",
                figure=lap.name,
                parts=("glazing", "rail"),
                ways=tuple(_deeper_lip(context, rabbet.lip.value))
                if rabbet.inner is None
                else _block_way(rabbet, axis, context, without),
            )
    return sheets


def _came_sheet(context: Context[object, Framed], rabbet: Rabbet, axis: str) -> Dim:
    """The sheet that came with the frame: as it was read, else as it fits; what would fall out of its lip is a stop."""
    frame, book = bought(context), context.book
    assert frame is not None
    own = other(axis) if frame.turned else axis
    name, label = f"glazing.{axis}", f"Sheet that came, {axis}"
    if getattr(frame, f"sheet_{own}") is None:
        fits = leaf(
            context.shop.rules.glass_allowance, "glass-allowance", "Room it has, in all", "rule", source="allowance", grain="depth"
        )
        return book.add(rabbet.size[axis] - fits, name, label, parts=("glazing",))
    sheet = read_once(context, f"sheet_{own}", name, label, "glazing")
    assert rabbet.inner is not None
    lap = book.add(
        rabbet.lip - (rabbet.inner[axis].largest - sheet),
        f"glazing.lap.{axis}",
        f"Lap of the lip, worst, {axis}",
        parts=("glazing", "rail"),
        grain="depth",
    )
    if lap.value <= 0:
        context.checks.add(
            "stop",
            f"glazing.lap.{axis}",
            "display",
            context.speak.say(
                f"The sheet that came, its {axis} {{}}, falls out: pushed to one side the lip laps it by {{}}.", sheet, lap
            ),
            why=context.speak.say("The rabbet is {} there, the lip {}.", rabbet.inner[axis].largest, rabbet.lip),
            source_key="lap",
            figure=lap.name,
            parts=("glazing", "rail"),
            ways=(WayOut(("Cut a new sheet for it",), (put("/display/frame/glazing_thickness", Fraction(0)),)),),
        )
    return sheet


def _sheet_allowance(context: Context[object, object], size: Dim, glazing: str) -> Dim:
    """How much smaller than the rabbet a sheet is cut, in all."""
    rules = context.shop.rules
    key, label = "glass-allowance", "Allowance of the sheet, in all"
    glass = leaf(rules.glass_allowance, key, label, "rule", source="allowance", grain="depth")
    if glazing != "acrylic":
        return glass
    grown, a_metre = (
        size * context.shop.rules.acrylic_grows * context.shop.rules.acrylic_warms / 1_000_000,
        size * (exact(rules.acrylic_per_metre) / 1000),
    )
    return largest((glass + grown, a_metre))


def _deeper_lip(context: Context[object, object], lip: Fraction) -> Iterator[WayOut]:
    """Profiles whose lip is deeper than this one."""
    for m in sorted(context.shop.rabbet_mouldings, key=lambda m: (m.lip, m.face)):
        if exact(m.lip) > lip:
            yield WayOut(context.speak.say(f"Use {m.name}: lip {{}}", exact(m.lip)), (put("/display/frame/moulding", m.key),))


def _block_way(rabbet: Rabbet, axis: str, context: Context[object, object], without: bool) -> tuple[WayOut, ...]:
    profiles = context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings
    made = put("/display/frame", {"make": "new", "moulding": profiles[0].key})
    last = (
        WayOut(("Leave the glazing out",), (put("/display/glazing", "none"),))
        if without
        else WayOut(("Make a frame for it",), (made,))
    )
    bow = context.checks.checks.get(f"frame.bow.{axis}")
    return (*(bow.ways if bow else ()), last)
