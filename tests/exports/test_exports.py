"""What is taken away, opened again and measured."""

from __future__ import annotations

import csv
import io
import json
import re
import subprocess
import sys
import xml.etree.ElementTree as ElementTree
from collections.abc import Callable
from datetime import date
from fractions import Fraction as Exact
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, load_piece
from shadbo.core.planning.plan import plan
from shadbo.demo import demo_pieces
from shadbo.exports.cuts import cuts_to_csv
from shadbo.exports.job_sheet import job_sheet
from shadbo.exports.pages import BAR_MM, SCALES, scale_text
from shadbo.exports.pieces import piece_from_json, piece_to_json
from shadbo.exports.svg import view_to_svg
from tests.conftest import ROOT, bought, document

MakePiece = Callable[..., Piece]
SVG = "{http://www.w3.org/2000/svg}"
POINT = 25.4 / 72  # mm; a PDF point is 1/72 in (ISO 32000-1, 8.3.2.3)
# ISO 216: A4 is 210 × 297 mm. US Letter (ANSI/ASME Y14.1 size A): 8 1/2 × 11 in.
PAPER_MM = {"A4": (210.0, 297.0), "Letter": (215.9, 279.4)}


def sheet(piece: Piece, **more: Any) -> PdfReader:
    return PdfReader(io.BytesIO(job_sheet(piece, plan(piece, HOUSE_SHOP), today=date(2027, 1, 4), **more)))


def horizontal_lines(page: Any, width: float) -> list[float]:
    """Lengths in mm of the horizontal strokes of one line width (points) on a page."""
    found: list[float] = []
    stroke = [0.0]
    start: list[float] = [0.0, 0.0]

    def visit(operator: bytes, operands: list[Any], *_: Any) -> None:
        if operator == b"w":
            stroke[0] = float(operands[0])
        elif operator == b"m":
            start[:] = [float(operands[0]), float(operands[1])]
        elif operator == b"l" and abs(stroke[0] - width) < 1e-6 and abs(float(operands[1]) - start[1]) < 1e-3:
            found.append(abs(float(operands[0]) - start[0]) * POINT)

    page.extract_text(visitor_operand_before=visit)
    return found


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_the_job_sheet_has_the_paper_s_size(make_piece: MakePiece, paper: Any) -> None:
    for page in sheet(make_piece(), paper=paper).pages:
        size = (float(page.mediabox.width) * POINT, float(page.mediabox.height) * POINT)
        assert size == pytest.approx(PAPER_MM[paper], abs=0.1)


# Every piece on A4; on the other paper one in inches, one of few parts, one of many.
LETTER = ("The long climb", "Start line, dawn", "The centenary jersey")
PRINTED = [(p, paper) for p in demo_pieces() for paper in ("A4", "Letter") if paper == "A4" or p.name in LETTER]


@pytest.mark.parametrize(("piece", "paper"), PRINTED, ids=lambda v: v if isinstance(v, str) else v.name)
def test_the_bar_on_every_drawing_has_the_length_it_states(piece: Piece, paper: Any) -> None:
    drawings = 0
    for page in sheet(piece, paper=paper).pages:
        text = page.extract_text()
        stated = re.findall(r"Scale ([\d.]+) : ([\d.]+).*?(\d+) (mm|in): measure it", text, re.DOTALL)
        bars = horizontal_lines(page, 1.2)
        assert len(bars) == len(stated)
        for (up, down, length, unit), bar in zip(stated, bars, strict=True):
            full = float(length) * (25.4 if unit == "in" else 1)
            assert unit == piece.units and bar == pytest.approx(full * float(up) / float(down), abs=0.05)
            drawings += 1
    # Nobody measures on what is laid apart.
    also = sum(bool(view.printed) and view.key != "apart" for view in plan(piece, HOUSE_SHOP).views)
    assert drawings == 3 + also, "face, section and back, and what else this piece has"
    assert "Laid apart, front at the left" in sheet(piece, paper=paper).pages[0].extract_text()


def test_a_job_sheet_lists_the_things_and_where_each_is_fixed() -> None:
    badges = next(p for p in demo_pieces() if p.name == "Five ride badges")
    done = plan(badges, HOUSE_SHOP)
    text = "\n".join(page.extract_text() for page in sheet(badges).pages)
    for item in badges.object.items:  # type: ignore[union-attr]
        left, top = (done.figures[f"item.{item.key}.anchor.0.{way}"].shown for way in ("left", "top"))
        assert item.name in text and left and top and f"{left.mm} mm / {top.mm} mm" in text


def test_every_scale_has_its_bar_and_its_words() -> None:
    assert set(BAR_MM) == set(SCALES)
    assert [scale_text(s) for s in (5.0, 1.0, 0.1)] == ["5 : 1", "1 : 1", "1 : 10"]


def test_the_job_sheet_says_what_it_must(make_piece: MakePiece) -> None:
    text = "\n".join(page.extract_text() for page in sheet(make_piece()).pages)
    for wanted in (
        "Test piece",
        "Rails, top and bottom",
        "652 mm",
        "612 mm",
        "Order of work",
        "Look before going on",
        "Saw: guard down",
        "4 Jan 2027",
    ):
        assert wanted in text, wanted
    stopped = sheet(make_piece(frame={"make": "new", "moulding": "ash-18x45"}))
    assert "STOP, do not cut" in stopped.pages[0].extract_text()


def test_the_job_sheet_in_inches_has_its_fractions(make_piece: MakePiece) -> None:
    text = "\n".join(page.extract_text() for page in sheet(make_piece(), unit="in").pages)
    assert re.search(r"25\s*11\s*⁄\s*16", text), "652 mm to the nearest sixteenth"


def test_numbers_that_do_not_add_up_as_printed_are_told_on_paper() -> None:
    """A pack of glass, spacer, work, boards, in sixteenths: each is rounded for itself, and somebody adds them up."""
    jigsaw = next(p for p in demo_pieces() if p.name == "Route map jigsaw")
    text = " ".join(" ".join(page.extract_text() for page in sheet(jigsaw, unit="in").pages).split())
    told = text.partition("as shown these do not add up")[2]
    assert "Pack = Glass + Spacer + Work + Mount board" in told
    metric = " ".join(" ".join(page.extract_text() for page in sheet(jigsaw, unit="mm").pages).split())
    assert "Pack = Glass" not in metric


def test_the_same_day_the_same_sheet(make_piece: MakePiece) -> None:
    piece = make_piece()
    made = [job_sheet(piece, plan(piece, HOUSE_SHOP), today=date(2027, 1, 4)) for _ in range(2)]
    assert made[0] == made[1]


@pytest.mark.parametrize("key", ["face", "section", "back"])
def test_svg_is_full_size_in_millimetres(make_piece: MakePiece, key: str) -> None:
    worked = plan(make_piece(), HOUSE_SHOP)
    root = ElementTree.fromstring(view_to_svg(worked, key, "mm"))
    width, height = float(root.attrib["width"].removesuffix("mm")), float(root.attrib["height"].removesuffix("mm"))
    assert root.attrib["viewBox"] == f"0 0 {width:.3f} {height:.3f}", "one unit of the drawing is one millimetre"
    rails = [e for e in root.iter(f"{SVG}polygon") if e.attrib.get("data-part", "").startswith("rail.")]
    xs = [float(p.split(",")[0]) for e in rails for p in e.attrib["points"].split()]
    view = worked.view(key)
    drawn = [x for s in view.shapes if s.part.startswith("rail.") for x, _ in s.points]
    assert max(xs) - min(xs) == pytest.approx(max(drawn) - min(drawn), abs=0.002)
    if key != "section":
        assert max(xs) - min(xs) == pytest.approx(652)


def test_a_name_is_text_in_svg_not_markup() -> None:
    made = document()
    made["name"] = '<script>"&'
    root = ElementTree.fromstring(view_to_svg(plan(load_piece(made), HOUSE_SHOP), "face", "in"))
    assert root.findtext(f"{SVG}title") == '<script>"&: Face'
    with pytest.raises(KeyError):
        view_to_svg(plan(load_piece(made), HOUSE_SHOP), "inside-out", "mm")


def test_the_cut_list_adds_up_to_the_moulding_used(make_piece: MakePiece) -> None:
    worked = plan(make_piece((601, 600.5, 600), frame={"make": "new", "moulding": "oak-20x50", "spare_rail": True}), HOUSE_SHOP)
    rows = list(csv.DictReader(io.StringIO(cuts_to_csv(worked))))
    rails = [r for r in rows if r["material"] == "Oak 20 × 50"]
    kerf = 3
    used = sum(int(r["count"]) * (Exact(r["length mm"]) + kerf) for r in rails)
    assert used == Exact(worked.figures["cut.needed"].mm or "0")
    for rail in rails:
        if rail["short point mm"]:
            assert Exact(rail["length mm"]) - Exact(rail["short point mm"]) == 40, "two faces"
    assert {r["part"] for r in rows} >= {
        "Rails, top and bottom",
        "Stiles, left and right",
        "Lift strips, sides",
        "Shims, left and right",
        "Screws from behind",
    }


def test_a_jersey_s_lists_and_order_of_work_are_three_pages() -> None:
    piece = next(p for p in demo_pieces() if p.name == "The centenary jersey")
    pages = {
        "lists": len(sheet(piece, drawings=False, appendix=False).pages),
        "drawings": len(sheet(piece, appendix=False).pages),
        "all": len(sheet(piece).pages),
    }
    assert pages["lists"] <= 3 < pages["drawings"] < pages["all"], pages
    short = "\n".join(page.extract_text() for page in sheet(piece, drawings=False, appendix=False).pages)
    assert "Hang it." in short and "Top mat, BACK" not in short


def test_each_size_has_a_column_and_what_is_none_stays_in_words() -> None:
    pieces = {piece.name: piece for piece in demo_pieces()}
    rows = {r["part"]: r for r in csv.DictReader(io.StringIO(cuts_to_csv(plan(pieces["The centenary jersey"], HOUSE_SHOP))))}
    sizes = ("length", "width", "thickness", "short point")
    assert [rows["Rails, top and bottom"][s] for s in sizes] == ["886", "25", "65", "836"]
    assert [rows["Mount board"][s] for s in sizes] == ["848", "629.7", "5", ""]
    assert rows["Top mat"]["note"].startswith("three windows"), "windows are no size of the mat"
    in_inches = {r["part"]: r for r in csv.DictReader(io.StringIO(cuts_to_csv(plan(pieces["The long climb"], HOUSE_SHOP))))}
    strip = in_inches["Lift strips, sides"]
    assert [strip[s] for s in (*sizes[:3], "unit")] == ["16 1/2", "3/4", "1/8", "in"]
    # 1 in = 25.4 mm (international yard and pound agreement, 1959).
    assert Exact(strip["length mm"]) == Exact("16.5") * Exact("25.4")
    assert in_inches["Shims, left and right"]["length"] == "" and in_inches["Shims, left and right"]["thickness"] == "3/8"
    staples = next(
        r
        for r in csv.DictReader(io.StringIO(cuts_to_csv(plan(pieces["Moor road, headwind"], HOUSE_SHOP))))
        if r["part"] == "Staples"
    )
    assert "apart" in staples["note"] and not any(staples[s] for s in sizes), "spacing is no length"


def test_no_size_of_a_cut_part_is_left_in_its_words() -> None:
    """Every length that a line of the list says is in a column, but for what is said beside it: a lip, a window."""
    for piece in demo_pieces():
        for line in plan(piece, HOUSE_SHOP).cuts:
            told = [bit for bit in line.section if not isinstance(bit, str)]
            beside = [bit for bit in line.more if not isinstance(bit, str)]
            assert [bit for bit in told if bit not in beside] == [bit for bit in (line.width, line.thick) if bit], (
                piece.name,
                line.part,
            )


def test_a_plain_rail_gets_seat_strips_and_a_made_frame_its_liner(make_piece: MakePiece) -> None:
    plain_rail = plan(make_piece(frame={"make": "new", "moulding": "pine-20x44"}, depth=18, lift_kind="all_round"), HOUSE_SHOP)
    lengths = {line.key: line.mm for line in plain_rail.cuts}
    assert (lengths["seat.across"], lengths["seat.down"]) == ("612", "402"), "462 less two strips of 30"
    lined = plan(make_piece(frame=bought(624, 460, liner_width=7)), HOUSE_SHOP)
    assert {line.key: line.mm for line in lined.cuts}["liner.width"] == "460"
    assert not any(line.key.startswith("rail.") for line in lined.cuts), "nothing to cut for a frame that is made"


def test_a_cell_of_the_csv_is_never_a_formula(make_piece: MakePiece) -> None:
    evil = HOUSE_SHOP.mouldings[0].model_copy(update={"name": "=HYPERLINK(1)", "height": HOUSE_SHOP.mouldings[5].height})
    shop = HOUSE_SHOP.model_copy(update={"mouldings": (evil,)})
    piece = make_piece(frame={"make": "new", "moulding": evil.key})
    assert ",=" not in cuts_to_csv(plan(piece, shop))


lengths = st.integers(20 * 64, 5000 * 64).map(lambda n: str(n / 64))


@given(w=lengths, gap=st.decimals("0.5", "100", places=6), give=st.decimals("0", "50", places=6))
def test_a_piece_reads_back_identically(w: str, gap: Any, give: Any) -> None:
    made = document((w,), (450,))
    made["display"]["frame"]["gap"] = gap
    made["object"]["width"]["top"][0] |= {"typed": "12 1/2+", "tape": "in", "give": give}
    piece = load_piece(made)
    text = piece_to_json(piece)
    assert piece_from_json(text) == piece
    assert piece_to_json(piece_from_json(text)) == text


def run_shadbo(*arguments: str) -> subprocess.CompletedProcess[str]:
    # No database in its reach: a plan of a file needs none.
    environment = {"PATH": "/usr/bin:/bin", "SHADBO_DATABASE_URL": "postgresql+psycopg://nobody@127.0.0.1:1/none"}
    command = [sys.executable, "-m", "shadbo.cli", *arguments]
    return subprocess.run(command, capture_output=True, text=True, check=False, env=environment, cwd=ROOT)


def test_plan_prints_a_file_s_plan_without_database_or_server(tmp_path: Path, make_piece: MakePiece) -> None:
    file = tmp_path / "piece.json"
    file.write_text(piece_to_json(make_piece()))
    done = run_shadbo("plan", str(file))
    assert done.returncode == 0, done.stderr
    printed = json.loads(done.stdout)
    assert printed["format"] == "shadbo.plan/1"
    assert printed["figures"]["frame.outside.width"]["mm"] == "652"


def test_plan_says_what_is_wrong_with_a_file(tmp_path: Path) -> None:
    file = tmp_path / "bad.json"
    made = document()
    made["display"]["frame"]["gap"] = -1
    file.write_text(json.dumps(made))
    done = run_shadbo("plan", str(file))
    assert done.returncode == 2 and "/display/frame/gap" in done.stderr and done.stdout == ""
    assert run_shadbo("plan", str(tmp_path / "none.json")).returncode == 2


def test_check_ends_with_1_while_a_stop_stands(tmp_path: Path, make_piece: MakePiece) -> None:
    file = tmp_path / "piece.json"
    file.write_text(piece_to_json(make_piece(frame={"make": "new", "moulding": "ash-18x45"})))
    done = run_shadbo("check", str(file))
    assert done.returncode == 1
    assert "stop: A reveal of 3 mm can't be had" in done.stdout and "way out: Use Oak 20 × 50" in done.stdout


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_every_drawing_of_every_piece_is_an_svg_at_full_size(piece: Piece) -> None:
    """Opened again as XML: sizes in millimetres hold the drawing, and every part is named."""
    from xml.etree import ElementTree

    worked = plan(piece, HOUSE_SHOP)
    for view in worked.views:
        root = ElementTree.fromstring(view_to_svg(worked, view.key, "mm"))
        width, height = (float(root.attrib[k].removesuffix("mm")) for k in ("width", "height"))
        assert width >= view.width and height >= view.height
        named = {e.attrib["data-part"] for e in root.iter() if "data-part" in e.attrib}
        drawn = {s.part for s in view.shapes if s.kind in ("polygon", "line", "circle") and s.material != "grip"}
        assert drawn <= named
        if any(s.kind == "text" for s in view.shapes):
            words = {"".join(e.itertext()) for e in root.iter() if e.tag.endswith("text")}
            assert {s.text for s in view.shapes if s.kind == "text"} <= words


def test_the_measured_drawing_carries_its_readings_on_paper() -> None:
    poster = next(p for p in demo_pieces() if p.object.type == "flat_work")
    words = view_to_svg(plan(poster, HOUSE_SHOP), "measured", "mm")
    for reading in ("812.5", "1183", "1434", "1430.5"):
        assert f">{reading}<" in words


def test_cut_lists_of_the_new_displays_are_csv() -> None:
    for piece in demo_pieces()[3:]:
        worked = plan(piece, HOUSE_SHOP)
        # Above the heads stands whatever stops it.
        text = cuts_to_csv(worked).split("\n", 1)[1] if worked.stops else cuts_to_csv(worked)
        rows = list(csv.DictReader(io.StringIO(text)))
        assert len(rows) >= len(worked.cuts)
        assert all(float(row["length mm"]) > 0 for row in rows if row["length mm"])


@pytest.mark.parametrize("unit", ["mm", "in"])
def test_quantities_stand_on_the_job_sheet_as_they_are_written(unit: Any) -> None:
    poster = next(p for p in demo_pieces() if p.object.type == "flat_work")
    pdf = job_sheet(poster, plan(poster, HOUSE_SHOP), unit=unit, today=date(2026, 11, 24))
    text = "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages)
    assert ("460 g" if unit == "mm" else "1 lb") in text and "None" not in text


def test_a_stop_is_on_every_page_and_first_in_the_list(make_piece: MakePiece) -> None:
    stopped = make_piece(frame={"make": "new", "moulding": "ash-18x45"})
    worked = plan(stopped, HOUSE_SHOP)
    assert worked.stops
    pages = sheet(stopped).pages
    assert len(pages) > 1 and all("STOP, do not cut" in page.extract_text() for page in pages)
    assert "It goes in" not in pages[0].extract_text(), "no verdict beside a stop"
    rows = list(csv.reader(io.StringIO(cuts_to_csv(worked))))
    assert rows[0][0] == "STOP, do not cut" and len(rows[0]) == 1 + len(worked.stops) and rows[1][0] == "from"
    clear = plan(make_piece(), HOUSE_SHOP)
    assert next(csv.reader(io.StringIO(cuts_to_csv(clear))))[0] == "from"
    assert not any("STOP" in page.extract_text() for page in sheet(make_piece()).pages)


def test_what_is_done_comes_before_the_sums_which_can_be_left_out(make_piece: MakePiece) -> None:
    text = "\n".join(page.extract_text() for page in sheet(make_piece()).pages)
    at = [text.index(word) for word in ("Cut list", "Things to get", "Order of work", "Figures", "Added up again")]
    assert at == sorted(at)
    short = "\n".join(page.extract_text() for page in sheet(make_piece(), appendix=False).pages)
    assert "Order of work" in short and "Added up again" not in short and len(short) < len(text)


def test_an_inch_sheet_has_bars_of_whole_inches(make_piece: MakePiece) -> None:
    text = "\n".join(page.extract_text() for page in sheet(make_piece(), unit="in").pages)
    bars = re.findall(r"(\d+) (in|mm): measure it before", text)
    assert bars and all(unit == "in" for _, unit in bars)
