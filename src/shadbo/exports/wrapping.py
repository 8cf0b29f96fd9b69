"""Picture files of canvases: opened safely, shown small, and made ready to print with their wrap (Pillow).

Run in the picture process (``picture_process``).
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import Any, Literal

from PIL import Image, ImageDraw, ImageOps, UnidentifiedImageError

MOST_PIXELS = 150_000_000
LONGEST_SIDE = 60_000
SMALL = 1600
MEDIA = {"PNG": "image/png", "JPEG": "image/jpeg", "TIFF": "image/tiff"}
ENDINGS = {"png": "PNG", "jpg": "JPEG", "jpeg": "JPEG", "tif": "TIFF", "tiff": "TIFF"}
MODES = {"1": "L", "P": "RGB", "LA": "L", "PA": "RGB", "RGBA": "RGB", "RGBa": "RGB", "I;16": "L", "I": "L", "F": "L"}
MM_PER_INCH = 25.4
# Beside the print, on unprinted canvas: room for the fold marks and how long and far off they are (mm).
MARGIN, MARK, OFF = 12.0, 8.0, 2.0

Kind = Literal["mirrored", "stretched", "flat", "none"]
Progress = Callable[[int], None]


class PictureRefused(ValueError):
    """A file that is no picture to be printed; the text says why and what is taken."""


@dataclass(frozen=True, slots=True)
class PictureFacts:
    """What a picture file is: media type, pixels as it is seen (upright)."""

    media: str
    width: int
    height: int


@dataclass(frozen=True, slots=True)
class PrintAsked:
    """A print: finished size and wrap in mm, kind of wrap, its colour if it is flat."""

    width: float
    height: float
    edge: float
    wrap: Kind
    colour: str = "#26221c"


def open_picture(path: Path, name: str) -> Image.Image:
    """A picture file, its header read and nothing decoded. Raises :class:`PictureRefused`."""
    ending = name.rsplit(".", 1)[-1].lower() if "." in name else ""
    # The bound below is ours and said in words; Pillow's own would only warn.
    Image.MAX_IMAGE_PIXELS = None
    try:
        image = Image.open(path, formats=list(MEDIA))
    except UnidentifiedImageError:
        raise PictureRefused("is not a PNG, JPEG or TIFF picture") from None
    except (OSError, SyntaxError, ValueError) as error:
        raise PictureRefused(f"can’t be read: {error}") from None
    kind = str(image.format)
    if ending in ENDINGS and ENDINGS[ending] != kind:
        raise PictureRefused(f"is called .{ending} but is a {kind} inside: save it again under its right name")
    if image.width * image.height > MOST_PIXELS or max(image.size) > LONGEST_SIDE:
        millions = image.width * image.height // 1_000_000
        raise PictureRefused(
            f"has {image.width} × {image.height} pixels ({millions} million): up to {MOST_PIXELS // 1_000_000} million are taken"
        )
    return image


def decoded(image: Image.Image) -> Image.Image:
    """The pixels, upright, on white, in a mode that prints (grey, RGB or CMYK)."""
    profile = image.info.get("icc_profile")
    try:
        image.load()
    except (OSError, SyntaxError, ValueError, EOFError) as error:
        raise PictureRefused(f"is broken: {error}") from None
    out = ImageOps.exif_transpose(image)
    if out.mode in ("RGBA", "LA", "PA", "RGBa") or "transparency" in out.info:
        out = out.convert("RGBA")
        ground = Image.new("RGB", out.size, "white")
        ground.paste(out, mask=out.getchannel("A"))
        out = ground
    elif out.mode in MODES:
        out = out.convert(MODES[out.mode])
    if profile and out.mode in ("L", "RGB", "CMYK"):
        out.info["icc_profile"] = profile
    return out


def check(path: Path, name: str, small: Path, progress: Progress = lambda done: None) -> PictureFacts:
    """Read a picture whole, keep a small one to look at. Raises :class:`PictureRefused`."""
    image = open_picture(path, name)
    kind = str(image.format)
    progress(10)
    try:
        turned = image.getexif().get(0x0112) in (5, 6, 7, 8)
    except (OSError, SyntaxError, ValueError) as error:
        raise PictureRefused(f"is broken: {error}") from None
    width, height = (image.height, image.width) if turned else image.size
    if kind == "JPEG":
        image.draft("RGB", (SMALL, SMALL))
    seen = decoded(image)
    progress(70)
    seen.thumbnail((SMALL, SMALL), reducing_gap=2.0)
    seen.convert("RGB").save(small, "JPEG", quality=88)
    progress(100)
    return PictureFacts(MEDIA[kind], width, height)


def cover_box(width: int, height: int, proportion: float) -> tuple[int, int, int, int]:
    """The middle of a picture with a proportion (width ÷ height): what fills a size when it is enlarged to cover it."""
    if width / height > proportion:
        wide = max(1, round(height * proportion))
        left = (width - wide) // 2
        return left, 0, left + wide, height
    tall = max(1, round(width / proportion))
    top = (height - tall) // 2
    return 0, top, width, top + tall


def face_of(image: Image.Image, asked: PrintAsked) -> Image.Image:
    """What of the picture is on the face."""
    if asked.wrap != "stretched":
        return image.crop(cover_box(*image.size, asked.width / asked.height))
    whole_w, whole_h = asked.width + 2 * asked.edge, asked.height + 2 * asked.edge
    whole = image.crop(cover_box(*image.size, whole_w / whole_h))
    # Of a picture of a few pixels one is left.
    left = min(round(whole.width * asked.edge / whole_w), (whole.width - 1) // 2)
    top = min(round(whole.height * asked.edge / whole_h), (whole.height - 1) // 2)
    return whole.crop((left, top, whole.width - left, whole.height - top))


def printed(image: Image.Image, asked: PrintAsked, progress: Progress = lambda done: None, margin: int = 0) -> Image.Image:
    """The print with its wrap made, within a white margin of so many pixels.

    The picture keeps its own pixels: nothing is resampled. Mirrored: each edge strip is the face's own edge turned
    over at the fold; the corners are turned over both ways. Carried round: the whole picture. Flat: one colour.
    """
    if asked.wrap == "stretched":
        box = cover_box(*image.size, (asked.width + 2 * asked.edge) / (asked.height + 2 * asked.edge))
        out = _ground(image, box[2] - box[0] + 2 * margin, box[3] - box[1] + 2 * margin)
        out.paste(image.crop(box), (margin, margin))
        progress(60)
        return out
    box = cover_box(*image.size, asked.width / asked.height)
    if box != (0, 0, *image.size):
        image = image.crop(box)
    w, h = image.size
    edge = 0 if asked.wrap == "none" else min(round(asked.edge * w / asked.width), w, h)
    out = _ground(image, w + 2 * edge + 2 * margin, h + 2 * edge + 2 * margin)
    if asked.wrap == "flat" and edge:
        size = (out.width - 2 * margin, out.height - 2 * margin)
        out.paste(Image.new("RGB", (1, 1), asked.colour).convert(image.mode).resize(size), (margin, margin))
    out.paste(image, (margin + edge, margin + edge))
    progress(45)
    if asked.wrap == "mirrored" and edge:
        _mirror(out, image, edge, margin)
    progress(60)
    return out


def _ground(image: Image.Image, width: int, height: int) -> Image.Image:
    white: Any = {"CMYK": (0, 0, 0, 0), "L": 255}.get(image.mode, "white")
    return Image.new(image.mode, (width, height), white)


def _mirror(out: Image.Image, face: Image.Image, edge: int, margin: int) -> None:
    w, h = face.size
    x0, y0 = margin, margin
    for left, source in ((x0, (0, 0, edge, h)), (x0 + edge + w, (w - edge, 0, w, h))):
        out.paste(ImageOps.mirror(face.crop(source)), (left, y0 + edge))
    for top, source in ((y0, (0, 0, w, edge)), (y0 + edge + h, (0, h - edge, w, h))):
        out.paste(ImageOps.flip(face.crop(source)), (x0 + edge, top))
    for left, sx in ((x0, 0), (x0 + edge + w, w - edge)):
        for top, sy in ((y0, 0), (y0 + edge + h, h - edge)):
            out.paste(ImageOps.mirror(ImageOps.flip(face.crop((sx, sy, sx + edge, sy + edge)))), (left, top))


def mark_folds(out: Image.Image, asked: PrintAsked, per_mm: float, margin: int) -> None:
    """Fold marks outside the picture, in line with the face's edges, on all four sides."""
    draw = ImageDraw.Draw(out)
    ink: Any = {"CMYK": (0, 0, 0, 255), "L": 0}.get(out.mode, "black")
    thick = max(1, round(per_mm * 0.35))
    edge = 0 if asked.wrap == "none" else asked.edge * per_mm
    folds_x = (margin + edge, out.width - margin - edge)
    folds_y = (margin + edge, out.height - margin - edge)
    near, far = margin - OFF * per_mm, margin - (OFF + MARK) * per_mm
    for x in map(round, folds_x):
        for a, b in ((far, near), (out.height - near, out.height - far)):
            draw.rectangle((x - thick // 2, round(a), x + thick // 2, round(b)), fill=ink)
    for y in map(round, folds_y):
        for a, b in ((far, near), (out.width - near, out.width - far)):
            draw.rectangle((round(a), y - thick // 2, round(b), y + thick // 2), fill=ink)


def make_print(path: Path, name: str, asked: PrintAsked, target: Path, progress: Progress = lambda done: None) -> dict[str, Any]:
    """The print-ready file: wrap, margin and fold marks, at the resolution the picture has at its size."""
    image = open_picture(path, name)
    kind = str(image.format)
    progress(5)
    image = decoded(image)
    profile: bytes | None = image.info.get("icc_profile")
    progress(30)
    whole = (
        (asked.width + 2 * asked.edge, asked.height + 2 * asked.edge) if asked.wrap == "stretched" else (asked.width, asked.height)
    )
    box = cover_box(*image.size, whole[0] / whole[1])
    per_mm = (box[2] - box[0]) / whole[0]
    margin = round(MARGIN * per_mm)
    out = printed(image, asked, progress, margin)
    del image
    mark_folds(out, asked, per_mm, margin)
    progress(70)
    if kind == "PNG" and out.mode == "CMYK":
        kind = "TIFF"
    per_inch = per_mm * MM_PER_INCH
    options: dict[str, dict[str, Any]] = {
        "JPEG": {"quality": 95, "subsampling": 0},
        "PNG": {"compress_level": 1},
        "TIFF": {"compression": "packbits"},
    }
    out.save(target, kind, dpi=(per_inch, per_inch), icc_profile=profile, **options[kind])
    progress(100)
    return {"media": MEDIA[kind], "width": out.width, "height": out.height, "dpi": round(per_inch, 2)}


def look(small: Path, asked: PrintAsked, kind: str, target: Path) -> None:
    """A small picture of the face, or of the print laid flat with its wrap, for the screen."""
    image = decoded(open_picture(small, "small.jpg"))
    (face_of(image, asked) if kind == "face" else printed(image, asked)).save(target, "JPEG", quality=85)
