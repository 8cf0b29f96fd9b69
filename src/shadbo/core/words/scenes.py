"""The small drawings a word is shown on: frames cut across and seen from the front, with every part there is a word for.

They are drawn to no piece: about the sizes of a common frame, in mm, with depths made a little larger than they are.
"""

from __future__ import annotations

from shadbo.core.contract.views import Drawing, View


def floater() -> View:
    """A canvas in a floater, cut across one rail: the front at the top."""
    draw = Drawing("floater", "A canvas in a floater frame, cut across", 92, 58)
    draw.polygon("rail", "Rail", "wood", ((0, 0), (20, 0), (20, 48), (62, 48), (62, 56), (0, 56)), 90)
    draw.box("gap", "Gap", "shadow", 20, 0, 8, 48)
    draw.box("bar", "Stretcher bar", "bar", 28, 6, 30, 38)
    draw.line("canvas", "Canvas", "canvas", (92, 6), (28, 6), (28, 44), (52, 44))
    draw.box("lift_strip", "Lift strip", "strip", 32, 44, 22, 4)
    draw.box("seat", "Seat", "wood", 20, 48, 42, 8, 0)
    draw.line("screw", "Screw from behind", "metal", (43, 57), (43, 26))
    draw.box("reveal", "Reveal", "cut", 62, 0, 26, 6)
    draw.box("lift", "Lift", "cut", 62, 44, 26, 4)
    draw.line("face", "Face", "line", (0, 1), (20, 1))
    return draw.view()


def rabbet() -> View:
    """A glazed box with a lip, cut across one rail: the front at the top."""
    draw = Drawing("rabbet", "A frame with a lip and its pack, cut across", 100, 68)
    draw.polygon("rail", "Rail", "wood", ((0, 0), (36, 0), (36, 6), (26, 6), (26, 60), (0, 60)), 90)
    draw.box("lip", "Lip", "wood", 26, 0, 10, 6, 0)
    draw.box("rabbet", "Rabbet", "cut", 26, 6, 74, 54)
    draw.box("glazing", "Glazing", "glass", 28, 6, 72, 4)
    draw.box("spacer", "Spacer", "strip", 28, 10, 5, 16)
    draw.box("item", "What is framed", "item", 52, 18, 30, 8)
    draw.box("clearance", "Clearance", "cut", 52, 10, 30, 8)
    draw.box("mount", "Mount board", "board", 28, 26, 72, 6)
    draw.box("filler", "Filler", "paper", 28, 32, 72, 8)
    draw.box("backing", "Backing", "bar", 28, 40, 72, 5)
    draw.line("points", "Points", "metal", (18, 46), (44, 46))
    draw.box("slack", "Slack", "cut", 50, 45, 50, 15)
    draw.box("build_up", "Build-up", "strip", 2, 60, 22, 7)
    draw.box("allowance", "Allowance", "clash", 26, 6, 2, 39)
    draw.line("face", "Face", "line", (0, 1), (36, 1))
    draw.box("pack", "Pack", "hidden", 28, 6, 72, 39)
    return draw.view()


def front() -> View:
    """A matted picture seen from the front."""
    draw = Drawing("front", "A frame with mats, seen from the front", 120, 96)
    draw.polygon("rail", "Rail", "wood", ((0, 0), (120, 0), (108, 12), (12, 12)), 0)
    draw.polygon("rail", "Rail", "wood", ((0, 96), (120, 96), (108, 84), (12, 84)), 0)
    draw.polygon("stile", "Stile", "wood", ((0, 0), (12, 12), (12, 84), (0, 96)), 90)
    draw.polygon("stile", "Stile", "wood", ((120, 0), (108, 12), (108, 84), (120, 96)), 90)
    draw.box("mat", "Mat", "board", 12, 12, 96, 72)
    draw.box("reveal", "Reveal of the lower mat", "strip", 30, 28, 60, 40)
    draw.box("window", "Window", "paper", 33, 31, 54, 34)
    draw.box("item", "What is framed", "item", 40, 37, 40, 22)
    draw.box("border", "Border", "cut", 33, 31, 54, 6)
    draw.box("sight", "Sight size", "hidden", 12, 12, 96, 72)
    draw.line("long_point", "Long point", "line", (0, 95), (120, 95))
    draw.line("short_point", "Short point", "line", (12, 84), (108, 84))
    draw.line("mitre", "Mitre", "line", (0, 0), (12, 12))
    return draw.view()


def back() -> View:
    """A stretched canvas from behind, ready to hang."""
    draw = Drawing("back", "A stretched canvas from behind", 120, 90)
    draw.box("canvas", "Canvas", "canvas", 0, 0, 120, 90)
    draw.polygon("bar", "Stretcher bar", "bar", ((0, 0), (120, 0), (106, 14), (14, 14)), 0)
    draw.polygon("bar", "Stretcher bar", "bar", ((0, 90), (120, 90), (106, 76), (14, 76)), 0)
    draw.polygon("bar", "Stretcher bar", "bar", ((0, 0), (14, 14), (14, 76), (0, 90)), 90)
    draw.polygon("bar", "Stretcher bar", "bar", ((120, 0), (106, 14), (106, 76), (120, 90)), 90)
    draw.box("cross_bar", "Cross-bar", "bar", 55, 14, 10, 62, 90)
    draw.line("wire", "Wire", "metal", (8, 30), (60, 22), (112, 30))
    for x in (8, 112):
        draw.circle("ring", "Ring", "metal", x, 30, 3)
    draw.box("strainer", "Strainer", "hidden", 3, 3, 114, 84)
    return draw.view()


def clip() -> View:
    """A canvas that stands out behind its frame, cut across: the front at the top."""
    draw = Drawing("clip", "A canvas under a lip, held from behind, cut across", 100, 62)
    draw.polygon("rail", "Rail", "wood", ((0, 0), (40, 0), (40, 6), (30, 6), (30, 30), (0, 30)), 90)
    draw.box("lip", "Lip", "wood", 30, 0, 10, 6, 0)
    draw.box("bar", "Stretcher bar", "bar", 34, 6, 30, 38)
    draw.line("canvas", "Canvas", "canvas", (100, 6), (34, 6), (34, 44), (58, 44))
    draw.line("offset_clip", "Offset clip", "metal", (6, 31), (24, 31), (32, 45), (52, 45))
    draw.box("packer", "Packer", "strip", 36, 46, 14, 5)
    draw.box("behind", "Stands out behind", "cut", 64, 30, 30, 14)
    return draw.view()


def cleat() -> View:
    """A cleat, cut across, the wall at the right."""
    draw = Drawing("cleat", "A cleat between frame and wall, from the side", 60, 80)
    draw.box("frame", "Frame", "wood", 0, 0, 22, 80, 90)
    draw.polygon("cleat", "Cleat on the frame", "bar", ((22, 14), (38, 14), (38, 40), (22, 28)), 90)
    draw.polygon("cleat", "Cleat on the wall", "strip", ((22, 30), (38, 42), (38, 62), (22, 62)), 90)
    draw.box("wall", "Wall", "board", 38, 0, 22, 80)
    draw.line("screw", "Screw", "metal", (24, 52), (54, 52))
    return draw.view()


SCENES: dict[str, View] = {view.key: view for view in (floater(), rabbet(), front(), back(), clip(), cleat())}
