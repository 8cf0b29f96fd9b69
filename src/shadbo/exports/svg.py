"""A view as SVG in millimetres, full size: opened elsewhere, 1 mm of the file is 1 mm of the piece."""

from __future__ import annotations

from xml.sax.saxutils import escape, quoteattr

from shadbo.core import Plan, Unit
from shadbo.exports.drafting import INK, Disc, Draft, Outline, Text, draft


def view_to_svg(plan: Plan, key: str, unit: Unit, stages: tuple[str, ...] | None = None, scale: float = 1.0) -> str:
    """The named view with its dimension lines; ``scale`` in paper mm for 1 mm. Raises KeyError for a view it lacks."""
    view = next((v for v in plan.views if v.key == key), None)
    if view is None:
        raise KeyError(key)
    shown = stages or ("measure",) if key == "measured" else ("display", "depth", "cut")
    return render(draft(plan, view, scale, unit, shown), f"{plan.name}: {view.title}")


def render(drawing: Draft, title: str) -> str:
    out = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{drawing.width:.3f}mm" height="{drawing.height:.3f}mm" '
        f'viewBox="0 0 {drawing.width:.3f} {drawing.height:.3f}" font-family="Archivo, sans-serif">',
        f"<title>{escape(title)}</title>",
    ]
    for item in drawing.primitives:
        part = f" data-part={quoteattr(item.part)}" if not isinstance(item, Text) and item.part else ""
        if isinstance(item, Outline):
            points = " ".join(f"{x:g},{y:g}" for x, y in item.points)
            dash = ' stroke-dasharray="2 1.2"' if item.dashed else ""
            tag = "polygon" if item.closed else "polyline"
            out.append(
                f'<{tag}{part} points="{points}" fill="{item.fill}" stroke="{item.stroke}" stroke-width="{item.width}"{dash}/>'
            )
        elif isinstance(item, Disc):
            out.append(
                f'<circle{part} cx="{item.x:g}" cy="{item.y:g}" r="{item.radius:g}" fill="{item.fill}" '
                f'stroke="{item.stroke}" stroke-width="0.18"/>'
            )
        else:
            out.append(_text(item))
    out.append("</svg>")
    return "\n".join(out) + "\n"


def _text(item: Text) -> str:
    spans, risen = [], 0.0
    for text, share, rise in item.runs:
        dy = (risen - rise) * item.size
        risen = rise
        spans.append(f'<tspan font-size="{item.size * share:.3f}" dy="{dy:.3f}">{escape(text)}</tspan>')
    return (
        f'<text x="{item.x:g}" y="{item.y:g}" font-size="{item.size}" text-anchor="{item.anchor}" fill="{INK}">'
        + "".join(spans)
        + "</text>"
    )
