"""Where the sizes are measured that a new piece is begun with: a small drawing for each sort of thing and of frame.

Each size is a line between two ticks whose part is the key it is asked by. Drawn to no piece; lengths are px at the usual scale.
"""

from __future__ import annotations

from shadbo.core.contract.views import Drawing, View

TICK = 4
WIDE = 224


def _across(draw: Drawing, key: str, words: str, x0: int, x1: int, y: int, at: tuple[int, int] | None = None) -> None:
    """A size from left to right; its word below the middle of the line, or at a point."""
    draw.line(key, words, "line", (x0, y), (x1, y))
    for x in (x0, x1):
        draw.line(key, words, "line", (x, y - TICK), (x, y + TICK))
    draw.text(key, words, *(at or ((x0 + x1) // 2, y + 9)), words)


def _down(draw: Drawing, key: str, words: str, x: int, y0: int, y1: int, at: tuple[int, int]) -> None:
    """A size from top to bottom, its word at a point."""
    draw.line(key, words, "line", (x, y0), (x, y1))
    for y in (y0, y1):
        draw.line(key, words, "line", (x - TICK, y), (x + TICK, y))
    draw.text(key, words, *at, words)


def sheet() -> View:
    draw = Drawing("where_sheet", "The work itself, not what is seen of it", WIDE, 124)
    draw.box("work", "Work", "paper", 66, 8, 128, 88)
    _across(draw, "width", "width", 66, 194, 104)
    _down(draw, "height", "height", 54, 8, 96, (30, 52))
    return draw.view()


def canvas(key: str = "where_canvas", depth: str = "depth") -> View:
    draw = Drawing(key, "Over the turned cloth; the bar from its face to the wall", WIDE, 124)
    draw.box("work", "Canvas", "canvas", 56, 8, 92, 84)
    _across(draw, "width", "width", 56, 148, 100)
    _down(draw, "height", "height", 46, 8, 92, (23, 50))
    draw.box("bar", "Bar, cut across", "bar", 176, 34, 30, 24)
    draw.line("cloth", "Canvas", "canvas", (206, 32), (174, 32), (174, 60), (196, 60))
    _down(draw, depth, "depth", 166, 32, 60, (178, 74))
    return draw.view()


def thing() -> View:
    draw = Drawing("where_thing", "From the front, and from the side: the board in its middle", WIDE, 128)
    draw.circle("thing", "Thing", "item", 82, 50, 38)
    draw.circle("hole", "Where its pin goes through", "slot", 82, 32, 3)
    _across(draw, "width", "width", 44, 120, 98)
    _down(draw, "height", "height", 36, 12, 88, (18, 50))
    _down(draw, "pin", "pin", 126, 32, 50, (140, 41))
    draw.line("middle", "Its middle", "hidden", (76, 50), (134, 50))
    draw.box("board", "Board", "board", 176, 6, 6, 90)
    draw.box("side", "Thing, from the side", "item", 158, 12, 18, 76)
    draw.line("shank", "Pin", "metal", (182, 32), (200, 32))
    _across(draw, "front", "front", 158, 176, 104)
    _across(draw, "behind", "behind", 182, 200, 22, (206, 10))
    return draw.view()


def bought_frame() -> View:
    draw = Drawing("where_frame", "The frame from behind, and its rail cut across, front at the top", WIDE, 132)
    draw.box("frame", "Frame, from behind", "wood", 8, 10, 116, 108)
    draw.box("rabbet", "Rabbet", "board", 22, 24, 88, 80)
    draw.box("sight", "What is seen from the front", "glass", 28, 30, 76, 68)
    _across(draw, "rabbet_width", "", 22, 110, 64)
    _down(draw, "rabbet_height", "", 66, 24, 104, (66, 64))
    draw.polygon("rail", "Rail", "wood", ((146, 26), (194, 26), (194, 36), (178, 36), (178, 106), (146, 106)), 90)
    _across(draw, "face", "face", 146, 194, 18, (170, 8))
    _across(draw, "lip", "lip", 178, 194, 46)
    _down(draw, "rabbet_depth", "depth", 206, 36, 106, (206, 117))
    return draw.view()


def by_label() -> View:
    draw = Drawing("where_label", "What its label says: of the picture it takes, and how deep", WIDE, 132)
    draw.box("frame", "Frame, from the front", "wood", 8, 10, 116, 108)
    draw.box("sight", "What is seen", "glass", 28, 30, 76, 68)
    _across(draw, "label_width", "", 22, 110, 64)
    _down(draw, "label_height", "", 66, 24, 104, (66, 64))
    draw.polygon("rail", "Rail", "wood", ((146, 26), (194, 26), (194, 36), (178, 36), (178, 106), (146, 106)), 90)
    _down(draw, "label_depth", "deep", 206, 36, 106, (206, 117))
    return draw.view()


def bought_floater() -> View:
    draw = Drawing("where_floater", "The floater from the front, and its rail cut across, front at the top", WIDE, 132)
    draw.box("frame", "Frame", "wood", 8, 10, 116, 108)
    draw.box("inside", "Inside", "glass", 18, 20, 96, 88)
    _across(draw, "inside_width", "", 18, 114, 64)
    _down(draw, "inside_height", "", 66, 20, 108, (66, 64))
    draw.polygon("rail", "Rail", "wood", ((150, 26), (164, 26), (164, 84), (206, 84), (206, 94), (150, 94)), 90)
    _across(draw, "face", "face", 150, 164, 18, (157, 8))
    _down(draw, "moulding_depth", "rail", 142, 26, 94, (142, 106))
    _across(draw, "seat_width", "seat, wide", 164, 206, 104)
    _down(draw, "seat_thickness", "thick", 212, 84, 94, (206, 74))
    return draw.view()


def _shirt(draw: Drawing, folded: bool) -> None:
    half = (
        (-14, 12),
        (14, 12),
        (36, 19),
        (60, 58),
        (50, 66),
        (32, 46),
        (32, 112),
        (-32, 112),
        (-32, 46),
        (-50, 66),
        (-60, 58),
        (-36, 19),
    )
    draw.polygon("shirt", "Shirt, laid flat", "canvas" if folded else "paper", ((x + 118, y) for x, y in half))


def shirt() -> View:
    draw = Drawing("where_shirt", "Laid flat, buttoned, smoothed by hand, not pulled", WIDE, 128)
    _shirt(draw, True)
    _across(draw, "width", "to armpit", 86, 150, 54, (118, 76))
    draw.text("width", "armpit", 118, 65, "armpit")
    _down(draw, "height", "shoulder to hem", 44, 12, 112, (46, 121))
    return draw.view()


def spread() -> View:
    draw = Drawing("where_spread", "Laid flat with its sleeves as they will be seen", WIDE, 132)
    _shirt(draw, False)
    _across(draw, "width", "cuff to cuff", 58, 178, 122, (190, 106))
    _down(draw, "height", "to hem", 44, 12, 112, (22, 68))
    draw.text("height", "collar", 22, 56, "collar")
    return draw.view()


def roll() -> View:
    draw = Drawing("where_roll", "The picture is measured, not the cloth", WIDE, 140)
    draw.box("cloth", "Cloth", "canvas", 46, 4, 136, 112)
    draw.box("printed", "Printed round the picture", "paper", 64, 18, 100, 84)
    draw.box("picture", "Picture", "item", 78, 32, 72, 56)
    _across(draw, "width", "width", 78, 150, 124)
    _down(draw, "height", "height", 36, 32, 88, (18, 60))
    _across(draw, "wrap_printed", "wrap", 150, 164, 46, (200, 46))
    _across(draw, "spare", "bare", 164, 182, 76, (200, 76))
    return draw.view()


def flag() -> View:
    draw = Drawing("where_flag", "The cloth itself, and the pane of the old window", WIDE, 128)
    draw.box("sash", "Sash", "wood", 52, 6, 132, 98)
    draw.box("pane", "Pane", "glass", 64, 18, 108, 74)
    draw.box("cloth", "Cloth", "canvas", 78, 34, 80, 42)
    _across(draw, "width", "width", 78, 158, 66, (118, 56))
    _down(draw, "height", "", 88, 34, 76, (88, 50))
    _across(draw, "pane_width", "pane, wide", 64, 172, 112)
    _down(draw, "pane_height", "high", 44, 18, 92, (26, 55))
    return draw.view()


WHERE: dict[str, View] = {
    view.key: view
    for view in (
        sheet(),
        canvas(),
        canvas("where_canvases", "front"),
        thing(),
        bought_frame(),
        by_label(),
        bought_floater(),
        shirt(),
        spread(),
        roll(),
        flag(),
    )
}
