"""The hardware on the drawing of the back, every mark from the frame’s edges; the mitre with what holds it."""

from __future__ import annotations

from dataclasses import replace

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.contract.display import FrameSection, ViewOf
from shadbo.core.contract.views import Drawing, View
from shadbo.core.finishing.hang.cleat import draw_cleat, lay_cleat
from shadbo.core.finishing.hang.joining import evenly
from shadbo.core.finishing.hang.joints import BISCUITS, Joint
from shadbo.core.finishing.hang.sizes import Hanging
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.sums import Dim

HALF = Fraction(1, 2)
STAGE = ("hang",)


def on_the_back(view: View, hung: Hanging, outside: tuple[Dim, Dim]) -> View:
    """The display’s own back with rings, wire, hook or cleat on it."""
    w, h = outside[0].value, outside[1].value
    drawing = Drawing("back", view.title, w, h)
    # A back may have room round the frame, for the cloth turned over it or for numbers: the frame lies in the middle.
    x0, y0 = ((Fraction(round(whole * 1000), 1000) - own) * HALF for whole, own in ((view.width, w), (view.height, h)))
    left, right, upper, lower = x0, x0 + w, y0, y0 + h
    middle = x0 + w * HALF
    if hung.down is not None and hung.inset is not None and hung.span is not None:
        down, inset = upper + hung.down.value, hung.inset.value
        if hung.wire is not None:
            top = upper + hung.top.value
            drawing.line("hang.wire", "Wire under its load", "metal", (left + inset, down), (middle, top), (right - inset, down))
            drawing.circle("hang.hook", "Hook", "metal", middle, top, 4)
            drawing.measure("hang.top", "y", upper, top, middle, "left", 0, STAGE, "")
            drawing.measure("hang.slack", "y", top, down, right + x0, "right", 1, STAGE, "slack")
        for x in (left + inset, right - inset):
            drawing.circle("hang.ring", "Ring", "metal", x, down, 5)
        drawing.measure("hang.down", "y", upper, down, left - x0, "left", 1, STAGE, "rings")
        drawing.measure("hang.inset", "x", left, left + inset, lower + y0, "bottom", 1, STAGE, "inward")
        drawing.measure("hang.span", "x", left + inset, right - inset, lower + y0, "bottom", 1, STAGE, "between")
    elif hung.way.key == "one":
        at = upper + hung.top.value
        drawing.box("hang.hook", "Hanger", "metal", middle - 15, at - 4, 30, 8)
        drawing.measure("hang.middle", "x", left, middle, upper - y0, "top", 1, STAGE, "middle")
        drawing.measure("hang.top", "y", upper, at, left, "left", 1, STAGE, "")
    else:
        assert hung.cleat is not None
        draw_cleat(drawing, hung.cleat, middle, upper, lower, hung.top.value)
        drawing.measure("hang.top", "y", upper, upper + hung.top.value, left, "left", 1, STAGE, "cleat")
    done = drawing.view()
    return replace(view, shapes=(*view.shapes, *done.shapes), dimensions=(*view.dimensions, *done.dimensions))


def hardware(space: Space, hung: Hanging) -> None:
    """What it hangs by, behind all else: each ring or hook where it is screwed into its rail, a cleat as its strip."""
    back = max((body.end for body in space.bodies), default=0.0)
    w = mm(space.width)
    space.then()
    there = {body.part.split(".")[0]: body for body in space.bodies}
    # What is hindmost there: a strainer behind the rails, a tray behind the door, else the frame itself.
    frame = max((body.end for name, body in there.items() if name in ("rail", "tray", "bar")), default=0)
    behind = ("strainer",) if "strainer" in there and there["strainer"].front >= frame else ()
    wood = next((name for name in (*behind, "tray", "rail", "bar", "sash") if name in there), "rail")
    z = there[wood].end if wood in there else back
    tip = z - mm(hung.bite)
    if hung.down is not None and hung.inset is not None:
        inset, down = mm(hung.inset), mm(hung.down)
        for x in (inset, w - inset):
            space.fix("hang.ring", "Ring", (x, down, z), (x, down, tip), (), wood)
    elif hung.way.key == "one":
        space.fix("hang.hook", "Hanger", (w / 2, mm(hung.top), z), (w / 2, mm(hung.top), tip), (), wood)
    else:
        assert hung.cleat is not None
        lay_cleat(space, hung.cleat, hung.top, z, wood)


def joints_in_space(space: Space, frame_section: FrameSection, joint: Joint | None) -> None:
    """Dowels across the corners of a frame that is made: from the outside of a stile through it into the rail, evenly over its height,
    in the middle of what wood there is beside the rabbet."""
    if joint is None or joint.key != "dowel" or frame_section.frames > 1 or not any(b.part == "rail.top" for b in space.bodies):
        return
    w, h, high, at = mm(space.width), mm(space.height), mm(frame_section.height), mm(frame_section.solid) / 2
    reach = at + float(joint.reach)
    layer = next(b.layer for b in space.bodies if b.part == "rail.top")
    for rail, y in (("top", at), ("bottom", h - at)):
        for stile, start, end in (("left", 0.0, reach), ("right", w, w - reach)):
            for share in evenly(joint.each):
                z = high * float(share)
                space.fix_at(layer, "joint", "Dowel", (start, y, z), (end, y, z), (f"rail.{stile}",), f"rail.{rail}")


def joint_views(frame_section: FrameSection, joint: Joint | None) -> tuple[ViewOf, ...]:
    """A corner from behind, of a frame whose mitres are still to be made."""
    return (ViewOf("joint", lambda: _joint(frame_section, joint)),) if joint is not None else ()


def _joint(frame_section: FrameSection, joint: Joint) -> View:
    """What holds the mitre."""
    face = frame_section.face.value
    size = face * 3
    drawing = Drawing("joint", f"Mitre: {joint.label}{', ' + joint.told if joint.told else ''}", size, size)
    drawing.polygon("rail.top", "Rail", "wood", ((0, 0), (size, 0), (size, face), (face, face)))
    drawing.polygon("rail.left", "Stile", "wood", ((0, 0), (face, face), (face, size), (0, size)), turn=90)
    cx = cy = face * HALF
    if joint.key in BISCUITS:
        long, wide, _ = BISCUITS[joint.key]
        along, across = Fraction(long) * Fraction(3536, 10000), exact(wide) * Fraction(3536, 10000)
        # Across the mitre its length lies along the cut, its width into both rails.
        points = [(cx + sx * along + sy * across, cy + sx * along - sy * across) for sx, sy in ((-1, 0), (0, 1), (1, 0), (0, -1))]
        drawing.polygon("joint", joint.label, "strip", points)
    elif joint.key == "dowel":
        for t in evenly(joint.each):
            x = y = face * t
            drawing.line("joint", "Dowel", "metal", (x - face / 6, y + face / 6), (x + face / 6, y - face / 6))
    elif joint.key == "spline":
        for t in evenly(joint.each):
            drawing.line("joint", "Spline", "metal", (0, face * t), (face * t, 0))
    elif joint.key == "wedge":
        for t in evenly(joint.each):
            drawing.circle("joint", "Wedge", "metal", face * t, face * t, face / 14)
    elif joint.key == "bracket":
        drawing.polygon(
            "joint",
            "Bracket",
            "metal",
            (
                (face / 4, face / 4),
                (size * 2 / 3, face / 4),
                (size * 2 / 3, face / 2),
                (face / 2, face / 2),
                (face / 2, size * 2 / 3),
                (face / 4, size * 2 / 3),
            ),
        )
    drawing.line("joint", "Mitre", "line", (0, 0), (face, face))
    if frame_section.face.name:
        drawing.measure(frame_section.face.name, "x", 0, face, size, "bottom", 1, ("cut",), "face")
    return drawing.view()
