"""Outlines from photographs (drawn here to known sizes), from SVG and DXF files, and back into them."""

from __future__ import annotations

import io
import math
from pathlib import Path
from typing import Any

import cv2
import ezdxf
import numpy as np
import pytest
from shapely import Polygon

from shadbo.core.quantity.fields import Refused
from shadbo.exports.outlines import MOST_POINTS, outline_from_file, outline_to_dxf, outline_to_svg
from shadbo.exports.outlining import OutlineRefused, Scale, colour_at, outline

# A shield, mm; drawn at so many pixels a mm, so that its true outline is known.
SHIELD = np.array([(-26, -30), (0, -34), (26, -30), (27, -8), (18, 20), (0, 36), (-18, 20), (-27, -8)], dtype=np.float64)
PER_MM = 7.0
WIDE, TALL = 1200, 900


def photograph(path: Path, *, ground: tuple[int, int, int] = (208, 214, 217), warp: Any = None, extra: bool = False) -> Path:
    """The shield on a plain ground with a ruler’s 100 mm under it, perhaps seen askew."""
    image = np.full((TALL, WIDE, 3), ground, dtype=np.uint8)
    at = (SHIELD * PER_MM + (600, 400)).round().astype(np.int32)
    cv2.fillPoly(image, [at], (40, 58, 166))
    cv2.rectangle(image, (250, 800), (950, 806), (60, 60, 60), -1)
    if extra:
        cv2.circle(image, (150, 150), 90, (120, 60, 20), -1)
    noise = np.random.default_rng(7).normal(0, 3, image.shape)
    image = np.clip(image + noise, 0, 255).astype(np.uint8)
    if warp is not None:
        image = cv2.warpPerspective(image, warp, (WIDE, TALL), borderValue=ground)
    cv2.imwrite(str(path), image, [cv2.IMWRITE_JPEG_QUALITY, 92])
    return path


def share(x: float, y: float) -> tuple[float, float]:
    return x / WIDE, y / TALL


MARKS = Scale(marks=[share(250, 803), share(950, 803)], distance=100)


def like(points: Any, true: Any) -> float:
    """How much of both outlines is shared, moved onto one another: 1 is the same."""
    shapes = []
    for ring in (points, true):
        ring = np.array(ring, dtype=np.float64)
        shapes.append(Polygon(ring - (ring.min(axis=0) + ring.max(axis=0)) / 2))
    a, b = shapes
    return float(a.intersection(b).area / a.union(b).area)


def test_an_outline_is_found_to_scale_on_a_plain_ground(tmp_path: Path) -> None:
    found = outline(photograph(tmp_path / "p.jpg"), MARKS, None, None)
    size = np.array(found["points"]).max(axis=0)
    assert size == pytest.approx((54, 70), abs=0.5)
    assert like(found["points"], SHIELD) > 0.985 and len(found["points"]) <= MOST_POINTS


@pytest.mark.parametrize("ground", [(30, 30, 30), (255, 255, 255), (120, 160, 60)])
def test_any_plain_ground_will_do(tmp_path: Path, ground: tuple[int, int, int]) -> None:
    found = outline(photograph(tmp_path / "p.jpg", ground=ground), MARKS, share(600, 400), None)
    assert like(found["points"], SHIELD) > 0.975


def test_of_several_things_the_one_pointed_at(tmp_path: Path) -> None:
    path = photograph(tmp_path / "p.jpg", extra=True)
    disc = outline(path, MARKS, share(150, 150), None)
    assert np.array(disc["points"]).max(axis=0) == pytest.approx((2 * 90 / PER_MM,) * 2, abs=0.5)
    assert like(outline(path, MARKS, share(600, 400), None)["points"], SHIELD) > 0.98


def test_four_corners_take_the_perspective_out(tmp_path: Path) -> None:
    """A sheet of 120 × 90 mm under the shield, photographed askew: its corners bring size and shape back."""
    corners = np.array(
        [(600 - 420, 400 - 315), (600 + 420, 400 - 315), (600 + 420, 400 + 315), (600 - 420, 400 + 315)], dtype=np.float32
    )
    askew = np.array([(220, 130), (1010, 60), (1090, 760), (150, 690)], dtype=np.float32)
    warp = cv2.getPerspectiveTransform(corners, askew)
    path = photograph(tmp_path / "p.jpg", warp=warp)
    scale = Scale(corners=[share(*map(float, p)) for p in askew], width=120, height=90)
    found = outline(path, scale, share(610, 400), None)
    assert np.array(found["points"]).max(axis=0) == pytest.approx((54, 70), abs=0.6)
    assert like(found["points"], SHIELD) > 0.975
    flat = outline(path, MARKS, share(610, 400), None)
    assert like(flat["points"], SHIELD) < 0.96, "without them it is out of shape"


def test_an_outline_corrected_by_hand_is_taken_as_it_was_marked(tmp_path: Path) -> None:
    marked = [share(600 + x * PER_MM, 400 + y * PER_MM) for x, y in SHIELD]
    found = outline(photograph(tmp_path / "p.jpg"), MARKS, None, marked)
    assert np.array(found["points"]) == pytest.approx(SHIELD - SHIELD.min(axis=0), abs=0.02)
    assert np.array(found["places"]) == pytest.approx(np.array(marked), abs=0.0001)


def test_what_gives_no_outline_says_why(tmp_path: Path) -> None:
    plain = tmp_path / "plain.jpg"
    cv2.imwrite(str(plain), np.full((300, 400, 3), 200, dtype=np.uint8))
    with pytest.raises(OutlineRefused, match="stands out from its ground"):
        outline(plain, MARKS, None, None)
    path = photograph(tmp_path / "p.jpg")
    with pytest.raises(OutlineRefused, match="two marks on one another"):
        outline(path, Scale(marks=[(0.5, 0.5), (0.5, 0.5)], distance=100), None, None)
    with pytest.raises(OutlineRefused, match="four corners in no order"):
        outline(path, Scale(corners=[(0.1, 0.1), (0.9, 0.9), (0.9, 0.1), (0.1, 0.9)], width=100, height=80), None, None)
    with pytest.raises(OutlineRefused, match="three points"):
        outline(path, MARKS, None, [(0.1, 0.1), (0.2, 0.2)])
    broken = tmp_path / "broken.jpg"
    broken.write_bytes(b"no picture")
    with pytest.raises(OutlineRefused, match="can’t be read"):
        outline(broken, MARKS, None, None)


def test_a_colour_is_sampled_where_it_is_pointed_at(tmp_path: Path) -> None:
    path = photograph(tmp_path / "p.jpg")
    for spot, rgb in ((share(600, 400), (166, 58, 40)), (share(100, 100), (217, 214, 208))):
        got = colour_at(path, *spot)
        assert [int(got[i : i + 2], 16) for i in (1, 3, 5)] == pytest.approx(rgb, abs=4)


# -- files ---------------------------------------------------------------------------------------------------------------

CORNERED = [(float(x + 27), float(y + 34)) for x, y in SHIELD]


@pytest.mark.parametrize(("make", "name"), [(outline_to_svg, "shield.svg"), (outline_to_dxf, "shield.DXF")])
def test_an_outline_goes_out_and_comes_back(make: Any, name: str) -> None:
    back = outline_from_file(make(SHIELD.tolist(), "A shield & more").encode(), name)
    assert np.array(sorted(back)) == pytest.approx(np.array(sorted(CORNERED)), abs=0.001)


def test_dxf_passes_an_audit_in_millimetres() -> None:
    document = ezdxf.read(io.StringIO(outline_to_dxf(SHIELD.tolist(), "Shield")))  # type: ignore[attr-defined]
    assert not document.audit().errors and document.units == ezdxf.units.MM
    line = document.modelspace().query("LWPOLYLINE")[0]
    assert line.closed and line.dxf.layer == "OUTLINE" and len(line) == 8


@pytest.mark.parametrize(
    ("svg", "size"),
    [
        (
            '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="80mm" viewBox="0 0 100 80"><circle cx="50" cy="40" r="30"/></svg>',
            (60, 60),
        ),
        (
            '<svg xmlns="http://www.w3.org/2000/svg" width="2in" height="2in" viewBox="0 0 200 200"><rect x="50" y="50" width="100" height="50"/></svg>',
            (25.4, 12.7),
        ),
        (
            '<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><g transform="translate(5 5) scale(2)">'
            '<path d="M0 0 C 5 0 10 5 10 10 L 0 10 Z"/></g><rect width="3" height="3"/></svg>',
            (20, 20),
        ),
    ],
)
def test_svg_with_units_transforms_and_curves(svg: str, size: tuple[float, float]) -> None:
    points = np.array(outline_from_file(svg.encode(), "drawing.svg"))
    assert points.max(axis=0) == pytest.approx(size, abs=0.1)


def test_a_circle_in_inches_from_dxf_stays_round() -> None:
    document = ezdxf.new("R2010")  # type: ignore[attr-defined]
    document.units = ezdxf.units.IN
    document.modelspace().add_circle((1, 1), 1)
    out = io.StringIO()
    document.write(out)
    points = np.array(outline_from_file(out.getvalue().encode(), "badge.dxf"))
    assert points.max(axis=0) == pytest.approx((50.8, 50.8), abs=0.1) and len(points) <= MOST_POINTS
    assert Polygon(points).area == pytest.approx(math.pi * 25.4**2, rel=0.005)


@pytest.mark.parametrize(
    ("content", "name", "why"),
    [
        (b"plain text", "a.svg", "can’t be read as SVG|no closed outline"),
        (b"plain text", "a.dxf", "can’t be read as DXF"),
        (b"%PDF", "a.pdf", "neither SVG nor DXF"),
        (b'<svg xmlns="http://www.w3.org/2000/svg"/>', "a.svg", "no closed outline"),
        (b'<!DOCTYPE svg [<!ENTITY a "b">]><svg xmlns="http://www.w3.org/2000/svg"/>', "a.svg", "declares a document type"),
        (b" " * (4 * 1024 * 1024 + 1), "a.svg", "too large"),
    ],
)
def test_what_is_no_outline_file_is_refused(content: bytes, name: str, why: str) -> None:
    with pytest.raises(Refused, match=why):
        outline_from_file(content, name)
