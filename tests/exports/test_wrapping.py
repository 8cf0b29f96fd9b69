"""Picture files: opened safely, their wrap against pixel-by-pixel mirroring in NumPy."""

from __future__ import annotations

import io
import json
import struct
import subprocess
import sys
import zlib
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image

from shadbo.exports.wrapping import MARGIN, PictureRefused, PrintAsked, check, cover_box, face_of, make_print, open_picture, printed

RNG = np.random.default_rng(7)


def noise(width: int, height: int, mode: str = "RGB") -> Image.Image:
    bands = {"RGB": 3, "L": 1, "CMYK": 4, "RGBA": 4}[mode]
    data = RNG.integers(0, 256, (height, width, bands), dtype=np.uint8)
    return Image.fromarray(data[..., 0] if bands == 1 else data, mode)


def saved(folder: Path, image: Image.Image, name: str, **more: Any) -> Path:
    path = folder / name
    image.save(path, **more)
    return path


def mirrored(face: np.ndarray, edge: int) -> np.ndarray:
    """Every pixel outside the face is the one as far inside it: NumPy's symmetric padding, pixel by pixel."""
    return np.pad(face, ((edge, edge), (edge, edge), (0, 0)), mode="symmetric")


@given(st.integers(8, 40), st.integers(8, 40), st.floats(0.05, 0.4))
def test_a_mirrored_wrap_is_the_face_turned_over_pixel_by_pixel(width: int, height: int, share: float) -> None:
    image = noise(width, height)
    edge_mm = share * min(width, height)
    out = np.asarray(printed(image, PrintAsked(width, height, edge_mm, "mirrored")))
    edge = (out.shape[0] - height) // 2
    assert edge == round(edge_mm)
    assert np.array_equal(out, mirrored(np.asarray(image), edge))


def test_flat_and_none_and_carried_round() -> None:
    image = noise(40, 30)
    face = np.asarray(image)
    flat = np.asarray(printed(image, PrintAsked(40, 30, 5, "flat", "#102030")))
    assert flat.shape == (40, 50, 3) and np.array_equal(flat[5:35, 5:45], face)
    assert {tuple(p) for p in (flat[0, 0], flat[39, 49], flat[2, 25], flat[20, 48])} == {(16, 32, 48)}
    assert np.array_equal(np.asarray(printed(image, PrintAsked(40, 30, 5, "none"))), face)
    # carried round: the whole picture is the print, what is on the face is its middle
    whole = noise(50, 40)
    asked = PrintAsked(40, 30, 5, "stretched")
    assert np.array_equal(np.asarray(printed(whole, asked)), np.asarray(whole))
    assert np.array_equal(np.asarray(face_of(whole, asked)), np.asarray(whole)[5:35, 5:45])


def test_of_other_proportions_the_middle_is_taken() -> None:
    assert cover_box(300, 100, 1.0) == (100, 0, 200, 100)
    assert cover_box(100, 300, 2.0) == (0, 125, 100, 175)
    out = printed(noise(300, 100), PrintAsked(100, 100, 10, "none"))
    assert out.size == (100, 100)


@pytest.mark.parametrize(
    ("ending", "kind", "mode"),
    [("png", "PNG", "RGB"), ("jpg", "JPEG", "RGB"), ("tif", "TIFF", "RGB"), ("tif", "TIFF", "CMYK"), ("png", "PNG", "L")],
)
def test_the_print_ready_file_opened_again(tmp_path: Path, ending: str, kind: str, mode: str) -> None:
    """Its format, its resolution, the margin with fold marks outside the picture, in line with the face's edges."""
    path = saved(tmp_path, noise(600, 400, mode), f"road.{ending}")
    target = tmp_path / "print"
    told: list[int] = []
    asked = PrintAsked(300, 200, 42, "mirrored")
    facts = make_print(path, f"road.{ending}", asked, target, told.append)
    out = Image.open(target)
    assert out.format == kind and out.mode == mode
    assert tuple(map(float, out.info["dpi"])) == pytest.approx((50.8, 50.8), abs=0.3), (
        "600 pixels on 300 mm; a JPEG keeps whole dpi"
    )
    margin, edge = round(MARGIN * 2), 84
    assert out.size == (600 + 2 * (edge + margin), 400 + 2 * (edge + margin)) == (facts["width"], facts["height"])
    grey = np.asarray(out.convert("L"))
    border = np.ones_like(grey, dtype=bool)
    border[margin:-margin, margin:-margin] = False
    dark = (grey < 128) & border
    rows, columns = set(np.nonzero(dark)[0]), set(np.nonzero(dark)[1])
    tolerance = 2
    top = [c for c in columns if dark[: margin - 2, c].any()]
    assert {round((c - (margin + edge)) / 600) for c in top} == {0, 1}
    assert all(min(abs(c - (margin + edge)), abs(c - (margin + edge + 600))) <= tolerance for c in top)
    left = [r for r in rows if dark[r, : margin - 2].any()]
    assert all(min(abs(r - (margin + edge)), abs(r - (margin + edge + 400))) <= tolerance for r in left) and left
    assert told == sorted(told) and told[-1] == 100 and len(told) >= 4


def test_a_lossless_print_has_the_very_pixels(tmp_path: Path) -> None:
    image = noise(120, 90)
    target = tmp_path / "print"
    make_print(saved(tmp_path, image, "a.png"), "a.png", PrintAsked(120, 90, 10, "mirrored"), target)
    margin = round(MARGIN)
    inside = np.asarray(Image.open(target))[margin:-margin, margin:-margin]
    assert np.array_equal(inside, mirrored(np.asarray(image), 10))


def test_a_phone_s_turned_picture_is_seen_upright(tmp_path: Path) -> None:
    exif = Image.Exif()
    exif[0x0112] = 6
    path = saved(tmp_path, noise(60, 40), "phone.jpg", exif=exif)
    facts = check(path, "phone.jpg", tmp_path / "small.jpg")
    assert (facts.width, facts.height) == (40, 60)
    assert Image.open(tmp_path / "small.jpg").size == (40, 60)


def test_see_through_parts_print_white(tmp_path: Path) -> None:
    image = Image.new("RGBA", (20, 20), (200, 0, 0, 0))
    target = tmp_path / "print"
    make_print(saved(tmp_path, image, "a.png"), "a.png", PrintAsked(20, 20, 2, "none"), target)
    assert Image.open(target).convert("RGB").getpixel((22, 22)) == (255, 255, 255)


def test_a_colour_profile_goes_along(tmp_path: Path) -> None:
    from PIL import ImageCms

    profile = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
    path = saved(tmp_path, noise(60, 40), "a.jpg", icc_profile=profile)
    make_print(path, "a.jpg", PrintAsked(60, 40, 5, "mirrored"), tmp_path / "print")
    assert Image.open(tmp_path / "print").info["icc_profile"] == profile


# -- what is not taken ---------------------------------------------------------------------------------------------------


def bomb(width: int, height: int) -> bytes:
    """A PNG of a few hundred bytes that says it is enormous."""

    def chunk(kind: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))

    header = struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", header) + chunk(b"IDAT", zlib.compress(b"\0" * 1000)) + chunk(b"IEND", b"")


def png() -> bytes:
    out = io.BytesIO()
    noise(8, 8).save(out, "PNG")
    return out.getvalue()


@pytest.mark.parametrize(
    ("content", "name", "why"),
    [
        (b"this is a shopping list", "list.jpg", "not a PNG, JPEG or TIFF"),
        (b"GIF89a" + b"\0" * 60, "anim.png", "not a PNG, JPEG or TIFF"),
        (png(), "holiday.jpg", "is called .jpg but is a PNG inside"),
        (bomb(20_000, 20_000), "bomb.png", "20000 × 20000 pixels"),
        (png()[:60], "cut-off.png", "broken|can’t be read|not a PNG"),
        (b"", "empty.png", "not a PNG, JPEG or TIFF"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'/>", "drawing.png", "not a PNG, JPEG or TIFF"),
    ],
)
def test_what_is_no_picture_is_refused_in_words(tmp_path: Path, content: bytes, name: str, why: str) -> None:
    path = tmp_path / "upload"
    path.write_bytes(content)
    with pytest.raises(PictureRefused, match=why):
        check(path, name, tmp_path / "small.jpg")
    # and by the process that works apart from the server
    order = {"do": "check", "path": str(path), "name": name, "small": str(tmp_path / "small.jpg")}
    done = subprocess.run(
        [sys.executable, "-m", "shadbo.exports.picture_process"],
        input=json.dumps(order),
        text=True,
        capture_output=True,
        timeout=120,
    )
    assert "refused" in json.loads(done.stdout.splitlines()[-1])


def test_a_right_name_in_capitals_or_none_at_all_will_do(tmp_path: Path) -> None:
    path = saved(tmp_path, noise(8, 8), "a.png")
    assert open_picture(path, "SCAN.PNG").size == open_picture(path, "scan").size == (8, 8)


@pytest.mark.parametrize("size", [(1, 1), (2, 1), (1, 9), (3, 3)])
def test_of_a_picture_of_a_few_pixels_one_is_left(size: tuple[int, int]) -> None:
    """Carried round bars thicker than the face is wide: nothing of it would be left by rounding."""
    asked = PrintAsked(87.5, 12, 10.8, "stretched", "#3a3536")
    face = face_of(Image.new("RGB", size), asked)
    assert face.width >= 1 and face.height >= 1
