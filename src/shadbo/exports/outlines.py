"""Outlines as files in millimetres: SVG (read by svgelements) and DXF (ezdxf), in and out. y runs down here, up in DXF."""

from __future__ import annotations

import io
from collections.abc import Iterable
from itertools import islice, pairwise
from typing import Any
from xml.etree import ElementTree
from xml.sax.saxutils import escape

import ezdxf
import numpy as np
import svgelements
from ezdxf import path
from ezdxf.document import Drawing as Dxf
from ezdxf.lldxf.const import DXFError

from shadbo.core import Fault, Refused

MOST_BYTES = 4 * 1024 * 1024
MOST_POINTS = 200
# Of the outline as it is drawn, and of elements in a drawing with every copy counted.
MOST_DRAWN, MOST_ELEMENTS = 100_000, 5_000
# Curves become straight lines that stay so near to them (mm).
NEAR = 0.05
TINY = 1e-6
# svgelements reckons in CSS pixels of 96 to the inch.
PX_PER_MM = 96 / 25.4
ACCEPTED = "an SVG or DXF file with one closed outline, in millimetres"
Points = list[tuple[float, float]]
# $INSUNITS of a DXF file that are lengths people draw in; 0 is “none said”, taken as mm.
DXF_UNITS = {0: 1.0, 1: 25.4, 4: 1.0, 5: 10.0, 6: 1000.0}


def outline_to_svg(points: Iterable[tuple[Any, Any]], name: str) -> str:
    """An outline as SVG, 1 mm of the file is 1 mm of the thing."""
    at = _from_corner(points)
    wide, tall = (max(p[i] for p in at) for i in (0, 1))
    d = "M " + " L ".join(f"{x:.3f} {y:.3f}" for x, y in at) + " Z"
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n'
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{tall:.3f}mm" viewBox="0 0 {wide:.3f} {tall:.3f}">\n'
        f'<title>{escape(name)}</title>\n<path d="{d}" fill="none" stroke="#2b2a27" stroke-width="0.2"/>\n</svg>\n'
    )


def outline_to_dxf(points: Iterable[tuple[Any, Any]], name: str) -> str:
    """An outline as DXF R2010 in millimetres, one closed polyline on a layer called OUTLINE."""
    document = new_dxf()
    document.layers.add("OUTLINE")
    at = _from_corner(points)
    tall = max(y for _, y in at)
    document.modelspace().add_lwpolyline([(x, tall - y) for x, y in at], close=True, dxfattribs={"layer": "OUTLINE"})
    return dxf_text(document)


def new_dxf() -> Dxf:
    document = ezdxf.new("R2010", setup=True)  # type: ignore[attr-defined]
    document.units = ezdxf.units.MM
    return document


def dxf_text(document: Dxf) -> str:
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


def _from_corner(points: Iterable[tuple[Any, Any]]) -> Points:
    raw = [(float(x), float(y)) for x, y in points]
    left, top = (min(p[i] for p in raw) for i in (0, 1))
    return [(x - left, y - top) for x, y in raw]


def outline_from_file(content: bytes, name: str) -> Points:
    """The largest closed outline of a file, mm from its corner, y down. Raises :class:`Refused` for what isn't one."""
    if len(content) > MOST_BYTES:
        raise _refused(name, "is too large to be an outline", f"up to {MOST_BYTES // 1024 // 1024} MB")
    ending = name.rsplit(".", 1)[-1].lower()
    found = _svg(content, name) if ending == "svg" else _dxf(content, name) if ending == "dxf" else None
    if found is None:
        raise _refused(name, "is neither SVG nor DXF", ACCEPTED)
    closed = [p for p in found if len(p) >= 3 and _area(p) > 1]
    if not closed:
        raise _refused(name, "has no closed outline in it", ACCEPTED)
    largest: Points = max(closed, key=_area)
    return thinned(_from_corner(largest))


def _refused(name: str, message: str, accepted: str) -> Refused:
    return Refused(Fault("/outline", "Outline file", name[:120], message, accepted))


def _area(points: Points) -> float:
    x, y = np.array(points).T
    return abs(float(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1)))) / 2


def _svg(content: bytes, name: str) -> list[Points]:
    if b"<!ENTITY" in content or b"<!DOCTYPE" in content[:4096]:
        # A drawing needs neither; nested entities can fill any memory.
        raise _refused(name, "declares a document type or entities", "a plain SVG drawing")
    _counted(content, name)
    try:
        drawing = svgelements.SVG.parse(io.BytesIO(content), reify=True, ppi=96)
        shapes = [e for e in drawing.elements() if isinstance(e, svgelements.Shape)]
        return [_flat(svgelements.Path(sub)) for shape in shapes for sub in svgelements.Path(shape).as_subpaths()]
    except Exception as error:  # the parser raises whatever it meets in a broken file
        raise _refused(name, f"can’t be read as SVG ({type(error).__name__})", ACCEPTED) from None


def _flat(curve: svgelements.Path) -> Points:
    out: Points = []
    for segment in curve:
        if isinstance(segment, svgelements.Move):
            out.append(_mm(segment.end))
        elif isinstance(segment, (svgelements.Line, svgelements.Close)):
            if segment.end is not None:
                out.append(_mm(segment.end))
        else:
            steps = max(4, min(64, int(_at_most(segment) / PX_PER_MM / 1.5) + 4))
            out += [_mm(segment.point(i / steps)) for i in range(1, steps + 1)]
    # A point that only comes back to where one stands already, the closing one among them, is none.
    return [p for p, q in pairwise([*out, *out[:1]]) if max(abs(p[0] - q[0]), abs(p[1] - q[1])) > TINY]


def _at_most(segment: Any) -> float:
    """How long a curve is at the most, px: round its corners, or its whole ellipse. Measuring it exactly can take seconds."""
    if isinstance(segment, svgelements.Arc):
        return float(abs(segment.sweep or 0) * max(segment.rx, segment.ry))
    held = (
        segment.start,
        getattr(segment, "control", None),
        getattr(segment, "control1", None),
        getattr(segment, "control2", None),
        segment.end,
    )
    corners = [c for c in held if c is not None]
    return float(sum(a.distance_to(b) for a, b in pairwise(corners)))


def _counted(content: bytes, name: str) -> None:
    """Refuses a drawing whose copies of copies come to more elements than anybody draws."""
    try:
        root = ElementTree.fromstring(content)
    except (ElementTree.ParseError, ValueError) as error:
        raise _refused(name, f"can’t be read as SVG ({type(error).__name__})", ACCEPTED) from None
    named = {e.get("id"): e for e in root.iter() if e.get("id")}
    known: dict[ElementTree.Element, int] = {}

    def drawn(element: ElementTree.Element, above: frozenset[ElementTree.Element]) -> int:
        if element in above or len(above) > 100:
            raise _refused(name, "is nested too deeply, or copies itself", ACCEPTED)
        if element not in known:
            inside = above | {element}
            total = 1 + sum(drawn(child, inside) for child in element)
            link = next((v for k, v in element.attrib.items() if k.rpartition("}")[2] == "href"), "")
            copied = named.get(link.removeprefix("#")) if element.tag.rpartition("}")[2] == "use" else None
            known[element] = total + (drawn(copied, inside) if copied is not None else 0)
        return known[element]

    if drawn(root, frozenset()) > MOST_ELEMENTS:
        raise _refused(name, f"draws more than {MOST_ELEMENTS} elements", ACCEPTED)


def _mm(point: Any) -> tuple[float, float]:
    return float(point.x) / PX_PER_MM, float(point.y) / PX_PER_MM


def _dxf(content: bytes, name: str) -> list[Points]:
    try:
        document = ezdxf.read(io.StringIO(content.decode("utf-8", errors="surrogateescape")))  # type: ignore[attr-defined]
        scale = DXF_UNITS.get(document.units, 0.0)
        if not scale:
            raise _refused(name, "is drawn in a unit that is no length for a framer", "millimetres, centimetres, metres or inches")
        out = []
        for entity in document.modelspace().query("LWPOLYLINE POLYLINE CIRCLE ELLIPSE SPLINE"):
            flat = path.make_path(entity)
            if flat.is_closed:
                drawn = [(v.x * scale, -v.y * scale) for v in islice(flat.flattening(NEAR / scale), MOST_DRAWN)]
                if len(drawn) == MOST_DRAWN:
                    raise _refused(name, "has an outline of too many points", ACCEPTED)
                out.append(drawn[:-1])
        return out
    except Refused:
        raise
    except (DXFError, ValueError, OSError, TypeError, KeyError) as error:
        raise _refused(name, f"can’t be read as DXF ({type(error).__name__})", ACCEPTED) from None


def thinned(points: Points) -> Points:
    """No more points than an item takes, as near to the outline as that allows."""
    near = NEAR
    kept = points
    while len(kept) > MOST_POINTS:
        kept = _simplified(points, near)
        near *= 1.5
    return [(round(x, 3), round(y, 3)) for x, y in kept]


def _simplified(points: Points, near: float) -> Points:
    """Ramer, Douglas and Peucker, on the ring opened at its two furthest points."""
    at = np.array(points)
    far = int(np.argmax(((at - at[0]) ** 2).sum(axis=1)))
    keep = {0, far}
    spans = [(0, far), (far, len(points))]
    while spans:
        a, b = spans.pop()
        if b - a < 2:
            continue
        start, end = at[a], at[b % len(points)]
        line, inner = end - start, at[a + 1 : b] - start
        length = float(np.hypot(*line))
        off = np.abs(line[0] * inner[:, 1] - line[1] * inner[:, 0]) / length if length else np.hypot(*inner.T)
        i = int(np.argmax(off))
        if off[i] > near:
            keep.add(a + 1 + i)
            spans += [(a, a + 1 + i), (a + 1 + i, b)]
    return [points[i] for i in sorted(keep)]
