"""The pack: every layer from the glazing to the backing, the room each item needs, and what is left.

need of an item = its height + clearance to the glazing (− the mats, if it lies on the board behind them)
behind = the longest thing that sticks out behind + 1 mm
slack = usable depth − pack
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from decimal import Decimal
from itertools import combinations_with_replacement
from typing import Any

from shadbo.core.contract.views import Material
from shadbo.core.document.decisions.canvas import ReadFrame
from shadbo.core.document.decisions.having import closing_of
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.kinds import KindOf
from shadbo.core.framing.arrange.laid import BoxContext, PlacedItem
from shadbo.core.framing.boxes.covering import closed_in, cloth_size, cloth_thick, covered
from shadbo.core.framing.boxes.mats import Matting
from shadbo.core.framing.boxes.recipe import Recipe
from shadbo.core.framing.closing import takes_room
from shadbo.core.framing.filling import Fill, fill_up, mount_within, wired
from shadbo.core.framing.glazing import usual_thick
from shadbo.core.framing.rabbet import Rabbet
from shadbo.core.framing.strainer import room_inside
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf

ZERO = Fraction(0)


@record(frozen=True, slots=True)
class PackLayer:
    """One layer of the pack, front to back."""

    key: str
    label: str
    size: Dim
    material: Material


@record(frozen=True, slots=True)
class Pack:
    """The pack of a box. ``stands`` is how high each item stands over its own ground; ``most`` needs the most room."""

    layers: list[PackLayer]
    stands: dict[str, Dim]
    air: dict[str, Dim]
    most: PlacedItem
    need: Dim
    needs: dict[str, Dim]
    spacer: Dim | None
    room: Dim | None
    behind_need: Dim | None
    behind_room: Dim | None
    used: Dim
    usable: Dim
    slack: Dim
    cut_down: bool
    fill: Fill | None

    def size(self, key: str) -> Fraction:
        return next((lies.size.value for lies in self.layers if lies.key == key), ZERO)

    def before(self, key: str) -> Fraction:
        """How deep the layers in front of one are."""
        deep = ZERO
        for lies in self.layers:
            if lies.key == key:
                return deep
            deep += lies.size.value
        return deep


def pack_up(
    context: BoxContext, recipe: Recipe, laid: list[PlacedItem], rabbet: Rabbet, mats: Matting | None, board: Mapping[str, Dim]
) -> Pack:
    """Put the layers, the room and the slack into the book."""
    book, display = context.book, context.display
    under = _under(context, laid, mats)
    stands, air, needs = _needs(context, laid, rabbet, mats, under)
    most = max(laid, key=lambda one: needs[one.item.key].value)
    need = book.add(largest(list(needs.values())), "room.need", "Room needed in front", parts=(most.part,), grain="depth")
    glazed = display.glazing != "none"
    layers: list[PackLayer] = []
    if glazed:
        layers.append(_glazing(context, rabbet))
    spacer = _spacer(context, recipe, need, glazed)
    if spacer is not None:
        layers.append(PackLayer("spacer", recipe.spacer_word, spacer, "strip"))
    if mats is not None:
        for level in mats.levels:
            layers.append(PackLayer(level.key, level.label, level.thickness, "board"))
    if under is not None:
        layers.append(PackLayer("under", "Work the mats lie on", under, "paper"))
    # Under a lip, or pressed against the glass, the work itself is a layer of the pack; what lies behind mats is not pressed.
    pressed = [one for one in laid if mats is None or one.item.window is None] if glazed and spacer is None else []
    if flat := laid if display.edges == "lapped" else pressed:
        thick = largest([stands[one.item.key] for one in flat])
        work = book.add(thick, "pack.work", "Work", parts=(most.part,), grain="depth")
        layers.append(PackLayer("work", "Work", work, "paper"))
    came_board = _came(context, "board")
    # Only a board that came with a bought box can be cut down, and only where something is to have room behind it.
    cut_down = display.dropped
    through = wired(context, laid)
    usual = max(recipe.mount, context.rule("ply_mount")) if through else recipe.mount
    usual = came_board if cut_down and came_board else usual
    usable = _usable(context, rabbet, cut_down)
    if context.facts.flat and not cut_down and not through and isinstance(display.frame, ReadFrame):
        back = exact(display.backing) if display.backing is not None else came_board or context.rule("backing")
        others = (*(lies.size.value for lies in layers), back, *map(exact, display.fillers))
        usual = mount_within(context, usual, usable.value - sum(others, ZERO))
    if closed_in(context) and not through:
        usual = ZERO  # It lies on a board already.
    layers.append(_layer(context, "mount", "Mount board", display.mount, usual, "/display/mount", "board"))
    if covered(context):
        folds = context.book.add(
            cloth_thick(context) * 2, "pack.cloth", "Cloth over the mount, face and behind", parts=("cloth",), grain="depth"
        )
        layers.append(PackLayer("cloth", "Cloth over the mount", folds, "canvas"))
        cloth_size(context, board, layers[-2].size)
    behind_need, longest = None, max(laid, key=lambda one: one.sized.behind.value)
    if recipe.behind and longest.sized.behind.value > 0:
        more = leaf(context.shop.rules.behind_more, "behind-more", "to spare behind", "rule", source="behind", grain="depth")
        behind_need = book.add(
            largest([one.sized.behind for one in laid]) + more,
            "room.behind.need",
            "Room needed behind the board",
            parts=("behind",),
            grain="depth",
        )
        if not cut_down:
            layers.append(PackLayer("behind", "Room behind, between strips", behind_need, "shadow"))
    for i, filler in enumerate(display.fillers):
        form = leaf(
            filler,
            f"/display/fillers/{i}",
            f"Filler {i + 1}",
            "choice",
            pointer=f"/display/fillers/{i}",
            source="stock",
            grain="depth",
            parts=(f"filler.{i}",),
        )
        layers.append(
            PackLayer(
                f"filler.{i}",
                f"Filler {i + 1}",
                book.add(form, f"pack.filler.{i}", f"Filler {i + 1}", parts=(f"filler.{i}",)),
                "board",
            )
        )
    # The box’s own board is the one that is cut down: a hard back behind it takes room when it is told how thick it is.
    back = ZERO if cut_down else came_board or context.rule("backing")
    label = "Hard back" if cut_down else "Backing"
    layers.append(_layer(context, "backing", label, display.backing, back, "/display/backing", "board"))
    total = layers[0].size * 1
    for lies in layers[1:]:
        total = total + lies.size
    if cut_down and behind_need is not None:
        total = total + behind_need
    used = book.add(total, "depth.pack", "Pack", parts=tuple(lies.key for lies in layers), grain="depth")
    slack = book.add(usable - used, "depth.slack", "Slack in the rabbet", parts=("rail",), grain="depth", fits=True)
    room = None
    if spacer is not None:
        # Where the most room is needed, the least is left.
        room = book.add(
            _over(most, spacer, mats, under, stands if display.edges != "lapped" else {}),
            "room.air",
            f"Air over {most.item.called}",
            parts=(most.part,),
            grain="depth",
        )
    behind_room = None
    if cut_down:
        front = [lies for lies in layers if lies.key != "behind"]
        left = usable
        for lies in front:
            left = left - lies.size
        behind_room = book.add(left, "room.behind", "Room behind the board", parts=("behind",), grain="depth")
        layers.insert(-1, PackLayer("behind", "Room behind, tissue", behind_room, "shadow"))
    elif behind_need is not None:
        behind_room = book.add(behind_need * 1, "room.behind", "Room behind the board", parts=("behind",), grain="depth")
    return Pack(
        layers=layers,
        stands=stands,
        air=air,
        most=most,
        need=need,
        needs=needs,
        spacer=spacer,
        room=room,
        behind_need=behind_need,
        behind_room=behind_room,
        used=used,
        usable=usable,
        slack=slack,
        cut_down=cut_down,
        # A strainer in the rabbet is cut as deep as what is left; a board cut down has tissue behind it.
        fill=None
        if cut_down or (closing_of(display) == "strainer" and room_inside(context, slack.value))
        else fill_up(context, slack),
    )


def _over(one: PlacedItem, spacer: Dim, mats: Matting | None, under: Dim | None, stands: dict[str, Dim]) -> Dim:
    """The air over an item: the spacer, the mats it lies behind and what they lie on, less its own height. What has a layer
    of its own, under a lip or under the mats, has that in front of it already."""
    if one.item.key not in stands:
        return spacer * 1
    behind = mats.over(one) if mats is not None else None
    if behind is None:
        return spacer - stands[one.item.key]
    if _carries(one):
        return spacer + behind
    return (spacer + behind + under if under is not None else spacer + behind) - stands[one.item.key]


def _carries(one: PlacedItem) -> bool:
    """Whether the mats lie on an item’s edges: then its thickness is a layer of the pack."""
    return one.item.window is not None and one.item.window.how == "overlap"


def _under(context: BoxContext, laid: list[PlacedItem], mats: Matting | None) -> Dim | None:
    """The thickest of the things whose edges the mats lie on."""
    carrying = [one.sized.front for one in laid if _carries(one)] if mats is not None else []
    if not carrying:
        return None
    return context.book.add(largest(carrying), "pack.under", "Work the mats lie on", parts=("under",), grain="depth")


def _came(context: BoxContext, what: str) -> Fraction:
    """Thickness of the glass or board that came with a frame that is there; 0 for none."""
    frame = context.display.frame
    return exact(getattr(frame, what)) if isinstance(frame, ReadFrame) else ZERO


def _layer(
    context: BoxContext, key: str, label: str, typed: Decimal | None, usual: Fraction, pointer: str, material: Material
) -> PackLayer:
    origin: Any = "choice" if typed is not None else "stock"
    form = leaf(
        typed if typed is not None else usual,
        pointer,
        label,
        origin,
        pointer=pointer,
        source="choice" if typed is not None else "thicknesses",
        grain="depth",
        parts=(key,),
    )
    return PackLayer(key, label, context.book.add(form, f"pack.{key}", label, parts=(key,)), material)


def _glazing(context: BoxContext, rabbet: Rabbet) -> PackLayer:
    display = context.display
    usual = usual_thick(context, max(d.value for d in rabbet.size.values()))
    names = {"glass": "Glass", "acrylic": "Acrylic", "coated": "Coated glass"}
    return _layer(
        context, "glazing", names[display.glazing], display.glazing_thickness, usual, "/display/glazing_thickness", "glass"
    )


def _needs(
    context: BoxContext, laid: list[PlacedItem], rabbet: Rabbet, mats: Matting | None, under: Dim | None
) -> tuple[dict[str, Dim], dict[str, Dim], dict[str, Dim]]:
    """How high each item stands, its clearance, and the room the two ask for; by item key."""
    book, display = context.book, context.display
    bow = _bow(context, rabbet)
    stands: dict[str, Dim] = {}
    airs: dict[str, Dim] = {}
    needs: dict[str, Dim] = {}
    clears: dict[str, Dim] = {}
    for one in laid:
        item, kind = one.item, one.sized.kind
        high = one.sized.front
        if item.folding:
            pad = leaf(
                item.folding.padding,
                f"{one.sized.pointer}/folding/padding",
                "Padding",
                "choice",
                pointer=f"{one.sized.pointer}/folding/padding",
                grain="depth",
                parts=(one.part,),
            )
            high = high + book.add(pad, f"{one.part}.padding", f"{item.called}, padding", parts=(one.part,))
        stands[item.key] = high
        clear = clears.get(kind.air_for)
        if clear is None:
            clear = clears[kind.air_for] = _clearance(context, kind)
        airs[item.key] = clear
        over = mats.over(one) if mats is not None else None
        if display.edges == "lapped" or (over is not None and _carries(one)):
            need = clear * 1
        else:
            need = high + clear
            if over is not None and under is not None:
                need = need - under
        if over is not None:
            need = need - over
        if bow is not None:
            need = need + bow
        needs[item.key] = book.add(
            need, f"{one.part}.need", f"{item.called}, room it needs in front", parts=(one.part,), grain="depth"
        )
    return stands, airs, needs


def _clearance(context: BoxContext, kind: KindOf) -> Dim:
    """The clearance wished for, or that of the kind."""
    wished, parts = context.display.clearance, ("glazing",)
    if wished is not None:
        pointer = "/display/clearance"
        return leaf(wished, pointer, "Clearance to the glazing", "choice", pointer=pointer, grain="depth", parts=parts)
    return leaf(kind.air, f"air:{kind.air_for}", f"Clearance for {kind.air_for}", "rule", source="air", grain="depth", parts=parts)


def _bow(context: BoxContext, rabbet: Rabbet) -> Dim | None:
    """What a large acrylic sheet bows inward by itself."""
    rules = context.shop.rules
    longest = max(rabbet.size.values(), key=lambda d: d.value)
    if context.display.glazing != "acrylic" or longest.value <= exact(rules.acrylic_bow_over):
        return None
    return context.book.add(
        longest * (exact(rules.acrylic_bow_per_metre) / 1000),
        "glazing.bow",
        "The acrylic’s own bow",
        parts=("glazing",),
        grain="depth",
    )


def spacer_stock(context: BoxContext) -> list[Fraction]:
    return sorted(exact(s) for s in (context.shop.spacers or HOUSE_SHOP.spacers))


def at_least(stock: Sequence[Fraction], need: Fraction, most: int = 2) -> Fraction:
    """The smallest height up to ``most`` spacers on one another give that is enough; the need itself if none is."""
    heights = sorted({sum(c, ZERO) for n in range(1, most + 1) for c in combinations_with_replacement(stock, n)})
    return next((h for h in heights if h >= need), need)


def _spacer(context: BoxContext, recipe: Recipe, need: Dim, glazed: bool) -> Dim | None:
    """The spacer that was chosen, else the smallest of the stock that gives the room; none without glazing, where nobody wants one."""
    display = context.display
    if display.spacer == 0 or (display.spacer is None and not (glazed and recipe.spaced)):
        return None
    if display.spacer is not None:
        form = leaf(
            display.spacer,
            "/display/spacer",
            recipe.spacer_word,
            "choice",
            pointer="/display/spacer",
            grain="depth",
            parts=("spacer",),
        )
    else:
        form = leaf(
            at_least(spacer_stock(context), max(need.value, Fraction(1))),
            "/display/spacer",
            recipe.spacer_word,
            "stock",
            pointer="/display/spacer",
            source="stock",
            grain="depth",
            parts=("spacer",),
        )
    return context.book.add(form, "pack.spacer", recipe.spacer_word, parts=("spacer",))


def _usable(context: BoxContext, rabbet: Rabbet, cut_down: bool) -> Dim:
    """Rabbet depth − what closes it (+ a build-up strip behind, + the clip's offset)."""
    display, usable = context.display, rabbet.depth
    if display.build_up:
        strip = leaf(
            display.build_up,
            "/display/build_up",
            "Build-up behind the frame",
            "choice",
            pointer="/display/build_up",
            grain="depth",
            parts=("build_up",),
        )
        usable = usable + context.book.add(strip, "depth.build_up", "Build-up behind the frame", parts=("build_up",))
    if takes_room(closing_of(display)):
        usable = usable - leaf(context.shop.rules.tabs, "closing", "Points or tabs", "rule", source="closing", grain="depth")
    if closing_of(display) == "clips" and display.clip is not None:
        clip = leaf(
            display.clip,
            "/display/clip",
            "Offset of the clips",
            "choice",
            pointer="/display/clip",
            grain="depth",
            parts=("backing",),
        )
        usable = usable + context.book.add(clip, "depth.clip", "Offset of the clips", parts=("backing",))
    return context.book.add(usable * 1, "depth.usable", "Usable depth", parts=("rail",), grain="depth")
