"""Templates reopened and measured: PDF with pdfplumber, DXF with an ezdxf audit, SVG by its numbers; to 0.1 mm."""

from __future__ import annotations

import io
import re
from datetime import date
from typing import Any

import ezdxf
import pdfplumber
import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.plan import Plan, plan
from shadbo.demo import demo_pieces
from shadbo.exports.pages import PAPERS, Paper
from shadbo.exports.svg import view_to_svg
from shadbo.exports.templates import OVERLAP, Tiles, template_pdf, view_to_dxf
from tests.core.things import badge, item, mm, piece, things
from tests.core.things import box as shown

PT = 72 / 25.4
TODAY = date(2027, 1, 4)
NEAR = 0.1
JERSEY: Piece = next(p for p in demo_pieces() if p.name == "The centenary jersey")
BADGES: Piece = next(p for p in demo_pieces() if p.name == "Five ride badges")


def pages(done: Plan, key: str, paper: Paper = "A4") -> list[Any]:
    return list(pdfplumber.open(io.BytesIO(template_pdf(done, key, paper=paper, today=TODAY))).pages)


def crosses(page: Any) -> list[tuple[float, float]]:
    """Middles of the hole crosses: short lines of 8 mm that cross, in mm from the upper left of the page."""
    flat = [o for o in page.lines if abs(o["x1"] - o["x0"] - 8 * PT) < 0.5 and abs(o["top"] - o["bottom"]) < 0.1]
    return sorted((round((o["x0"] + o["x1"]) / 2 / PT, 3), round(o["top"] / PT, 3)) for o in flat)


def templates_of(given: Piece) -> list[str]:
    return [v.key for v in plan(given, HOUSE_SHOP).views if v.template]


@pytest.mark.parametrize("paper", ["A4", "Letter"])
@pytest.mark.parametrize(
    ("given", "key"), [(p, k) for p in demo_pieces() for k in templates_of(p)], ids=lambda v: getattr(v, "name", v)
)
def test_every_sheet_has_its_100_mm_line_its_face_and_its_number(given: Piece, key: str, paper: Paper) -> None:
    done = plan(given, HOUSE_SHOP)
    found = pages(done, key, paper)
    for number, page in enumerate(found, 1):
        lengths = [(o["x1"] - o["x0"]) / PT for o in page.lines if page.height - o["top"] < 16 * PT]
        assert any(abs(length - 100) < NEAR for length in lengths), "a line of 100 mm in the foot"
        text = page.extract_text()
        assert f"sheet {number} of {len(found)}" in text and "100 mm: measure this line" in text
        assert (float(page.width), float(page.height)) == pytest.approx(PAPERS[paper], abs=0.01)
    title = done.view(key).title
    if key not in ("fold", "tack"):
        assert ("BACK" if key.endswith("back") else "FRONT") in title
        assert any(("BACK" if key.endswith("back") else "FRONT") in page.extract_text() for page in found)


def test_holes_are_where_the_plan_has_them_on_every_sheet() -> None:
    """Five pins: laid together by their tiles, the crosses lie as far apart as the anchors do."""
    done = plan(BADGES, HOUSE_SHOP)
    found = pages(done, "board_front")
    met: set[tuple[float, float]] = set()
    from shadbo.exports.drafting import draft

    tiles = Tiles.of(draft(done, done.view("board_front"), 1.0, "mm", ("arrange", "cut")), "A4")
    for n, page in enumerate(found):
        row, column = divmod(n, tiles.across)
        x0, y0 = tiles.origin(column, row)
        met |= {(round(x + x0, 1), round(y + y0, 1)) for x, y in crosses(page)}
    keys = [i.key for i in BADGES.object.items]  # type: ignore[union-attr]
    want = sorted((mm(done, f"item.{k}.anchor.0.left"), mm(done, f"item.{k}.anchor.0.top")) for k in keys)
    got = sorted(met)
    assert len(got) == len(want)
    for (ax, ay), (bx, by) in zip(got, want, strict=True):
        assert ax - got[0][0] == pytest.approx(bx - want[0][0], abs=NEAR)
        assert ay - got[0][1] == pytest.approx(by - want[0][1], abs=NEAR)


def test_sheets_overlap_and_cover_all_of_it() -> None:
    from shadbo.exports.drafting import draft

    done = plan(JERSEY, HOUSE_SHOP)
    for paper in ("A4", "Letter"):
        drawing = draft(done, done.view("mat_top_back"), 1.0, "mm", ("arrange", "cut"))
        tiles = Tiles.of(drawing, paper)  # type: ignore[arg-type]
        assert tiles.across > 1 and tiles.down > 1
        right, low = tiles.origin(tiles.across - 1, tiles.down - 1)
        assert right + tiles.width >= drawing.width and low + tiles.height >= drawing.height
        assert tiles.origin(1, 0)[0] == tiles.width - OVERLAP


def test_a_window_on_paper_is_as_large_as_planned() -> None:
    """A mat small enough for one sheet: its window’s four corners in the PDF."""
    small = piece(
        things(item("p", "photograph", 90, 60, window={"how": "overlap", "by": 3})),
        shown("matted_box", moulding="oak-box-25x65", border=35),
    )
    done = plan(small, HOUSE_SHOP)
    for key in ("mat_top_back", "mat_bottom_back"):
        page = pages(done, key)[0]
        sizes = {(round((o["x1"] - o["x0"]) / PT, 1), round((o["bottom"] - o["top"]) / PT, 1)) for o in [*page.curves, *page.rects]}
        level = key.removesuffix("_back")
        wanted = (round(mm(done, f"{level}.p.width"), 1), round(mm(done, f"{level}.p.height"), 1))
        assert any(abs(w - wanted[0]) < NEAR and abs(h - wanted[1]) < NEAR for w, h in sizes), (sizes, wanted)


def opened(done: Plan, key: str) -> Any:
    document = ezdxf.read(io.StringIO(view_to_dxf(done, key)))  # type: ignore[attr-defined]
    audit = document.audit()
    assert not audit.errors and not audit.fixes
    assert document.units == ezdxf.units.MM
    return document.modelspace()


@pytest.mark.parametrize(
    ("given", "key"), [(p, k) for p in demo_pieces() for k in templates_of(p)], ids=lambda v: getattr(v, "name", v)
)
def test_every_template_is_sound_as_dxf_and_of_full_size(given: Piece, key: str) -> None:
    from ezdxf import bbox

    done = plan(given, HOUSE_SHOP)
    view = done.view(key)
    lines = [e for e in opened(done, key) if e.dxftype() in ("LWPOLYLINE", "CIRCLE")]
    box = bbox.extents(lines)
    assert (box.size.x, box.size.y) == (pytest.approx(view.width, abs=NEAR), pytest.approx(view.height, abs=NEAR))


def test_a_window_in_dxf_and_its_mirror_image() -> None:
    done = plan(JERSEY, HOUSE_SHOP)
    wide = done.view("mat_top_front").width
    windows = {}
    for face in ("front", "back"):
        space = opened(done, f"mat_top_{face}")
        windows[face] = sorted(
            tuple(sorted((round(x, 2), round(y, 2)) for x, y in e.get_points("xy")))
            for e in space.query('LWPOLYLINE[layer=="WINDOW"]')
        )
    mirrored = sorted(tuple(sorted((round(wide - x, 2), y) for x, y in w)) for w in windows["front"])
    assert len(mirrored) == 3
    for a, b in zip(mirrored, windows["back"], strict=True):
        for p, q in zip(a, b, strict=True):
            assert p == pytest.approx(q, abs=0.02)
    photo = next(
        w for w in windows["front"] if abs(max(p[0] for p in w) - min(p[0] for p in w) - mm(done, "mat_top.start.width")) < NEAR
    )
    assert min(p[0] for p in photo) == pytest.approx(mm(done, "mat_top.start.left"), abs=NEAR)


def test_holes_in_dxf_are_circles_at_the_anchors() -> None:
    done = plan(BADGES, HOUSE_SHOP)
    tall = done.view("board_back").height
    holes = sorted((e.dxf.center.x, tall - e.dxf.center.y) for e in opened(done, "board_back").query('CIRCLE[layer=="MARK"]'))
    keys = [i.key for i in BADGES.object.items]  # type: ignore[union-attr]
    want = sorted((mm(done, f"item.{k}.anchor.0.right"), mm(done, f"item.{k}.anchor.0.top")) for k in keys)
    assert [tuple(h) for h in holes] == [pytest.approx(w, abs=NEAR) for w in want]


def test_a_template_as_svg_by_its_numbers() -> None:
    done = plan(JERSEY, HOUSE_SHOP)
    text = view_to_svg(done, "mat_bottom_back", "mm")
    size = re.search(r'width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 ([\d.]+) ([\d.]+)"', text)
    assert size and size[1] == size[3] and size[2] == size[4], "1 mm of the file is 1 mm of the mat"
    points = re.search(r'data-part="mat_bottom.start" points="([^"]+)"', text)
    assert points
    xs = [float(p.split(",")[0]) for p in points[1].split()]
    assert max(xs) - min(xs) == pytest.approx(mm(done, "mat_bottom.start.width"), abs=NEAR)


def test_front_and_back_of_a_mount_board_are_mirror_images() -> None:
    turned = piece(
        things(
            badge("a", anchors=[{"x": 3, "y": -6}], place={"x": -40, "y": 8}),
            item("b", "keepsake", 50, 30, place={"x": 30, "turn": 20}),
        ),
        shown(),
    )
    done = plan(turned, HOUSE_SHOP)
    front, back = done.view("board_front"), done.view("board_back")

    def drawn(view: Any, mirrored: bool) -> list[Any]:
        out = []
        for s in view.shapes:
            if s.kind != "text":
                points = [((view.width - x) if mirrored else x, y) for x, y in s.points]
                out.append((s.part, s.kind, s.radius, sorted((round(x, 1), round(y, 1)) for x, y in points)))
        return sorted(out)

    assert drawn(front, True) == drawn(back, False)
    assert drawn(front, False) != drawn(back, False)


def test_what_is_no_template_is_not_printed_as_one() -> None:
    done = plan(BADGES, HOUSE_SHOP)
    for key in ("face", "section", "mat_top_back", "nothing"):
        with pytest.raises(KeyError):
            template_pdf(done, key, today=TODAY)
