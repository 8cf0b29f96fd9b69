"""The demo's picture files, drawn here: a moor road under a low sun, a saddle badge photographed beside a ruler.

Made up, so that nobody's picture ships.
"""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw

WIDTH, HEIGHT = 2400, 3604
NAME = "moor-road-headwind.jpg"
# It is painted at half its size, in bands of so many rows, and enlarged: a picture without detail shows no difference, and takes a quarter of the time.
PAINTED, BAND = 2, 212


BADGE_NAME = "saddle-badge.jpg"
BADGE_PX_PER_MM = 8.0


def saddle_badge(path: Path, outline: Sequence[tuple[Any, Any]]) -> None:
    """A badge of this outline (mm from its middle) straight from above on grey card, a ruler’s 100 mm under it."""
    image = Image.new("RGB", (1200, 900), "#d5d3cc")
    draw = ImageDraw.Draw(image)
    at = [(600 + float(x) * BADGE_PX_PER_MM, 380 + float(y) * BADGE_PX_PER_MM) for x, y in outline]
    draw.polygon([(x + 7, y + 9) for x, y in at], fill="#c3c1ba")
    draw.polygon(at, fill="#a63b2e", outline="#7d2a21", width=5)
    for radius, ink in ((12, "#d9b765"), (9, "#a63b2e")):
        r = radius * BADGE_PX_PER_MM
        draw.ellipse((600 - r, 370 - r, 600 + r, 370 + r), fill=ink)
    for spoke in range(12):
        reach = 9 * BADGE_PX_PER_MM
        x, y = reach * np.cos(spoke * np.pi / 6), reach * np.sin(spoke * np.pi / 6)
        draw.line((600, 370, 600 + x, 370 + y), fill="#d9b765", width=3)
    draw.rectangle((200, 780, 1000, 830), fill="#eceae2", outline="#8d887c")
    for tick in range(101):
        x = 200 + tick * BADGE_PX_PER_MM
        draw.line((x, 780, x, 780 + (26 if tick % 10 == 0 else 18 if tick % 5 == 0 else 12)), fill="#3b3a36", width=1)
    image.save(path, "JPEG", quality=90)


def framed(path: Path, *, wide: int, high: int, wood: str) -> None:
    """A photograph of a framed picture’s front on a wall: a part of the moor road in a frame of this face (mm)."""
    road = _road(WIDTH // 4, HEIGHT // 4)
    image = Image.new("RGB", (wide + 200, high + 200), "#d9d5cb")
    draw = ImageDraw.Draw(image)
    draw.rectangle((106, 110, 110 + wide, 114 + high), fill="#b9b4a8")
    draw.rectangle((100, 100, 100 + wide, 100 + high), fill=wood, outline="#3d2c18")
    draw.rectangle((122, 122, 78 + wide, 78 + high), fill="#17130e")
    face = (wide - 54, high - 54)
    part = min(road.width / face[0], road.height / face[1])
    top = round(road.height * 0.12)
    cut = road.crop((0, top, round(face[0] * part), min(road.height, top + round(face[1] * part))))
    image.paste(cut.resize(face), (127, 127))
    image.save(path, "JPEG", quality=86)


def moor_road(path: Path) -> None:
    """A picture of the road print's proportions: sky, three ridges, a road winding up, a line of riders."""
    painted = _road(WIDTH // PAINTED, HEIGHT // PAINTED)
    painted.resize((WIDTH, HEIGHT), Image.Resampling.BICUBIC).save(path, "JPEG", quality=82, dpi=(96, 96))


def _road(width: int, height: int) -> Image.Image:
    bands = [_band(top, min(top + BAND, height), width, height) for top in range(0, height, BAND)]
    return Image.fromarray(np.concatenate(bands))


def _band(top: int, bottom: int, width: int, height: int) -> NDArray[np.uint8]:
    """Rows ``top`` to ``bottom``, shape (rows, width, 3): painted in bands, so that little memory is needed."""
    y, x = np.mgrid[top:bottom, 0:width].astype(np.float32)
    down, across = y / height, x / width
    picture = np.stack([236 - 70 * down, 205 - 60 * down, 160 + 30 * down], axis=-1)
    sun = np.exp(-(((across - 0.68) ** 2) * 60 + ((down - 0.24) ** 2) * 120))
    picture += sun[..., None] * np.array([25, 35, 40], np.float32)
    for level, swell, phase, ink in (
        (0.40, 0.035, 0.6, (137, 132, 140)),
        (0.52, 0.045, 2.1, (104, 112, 104)),
        (0.66, 0.05, 4.0, (78, 92, 70)),
    ):
        ridge = level + swell * np.sin(across * 7 + phase) + 0.012 * np.sin(across * 31 + phase)
        below = down > ridge
        picture[below] = np.array(ink, np.float32) * (1 + 0.25 * (down - ridge))[below][:, None]
    # The road narrows towards the middle ridge.
    far = np.clip((down - 0.55) / 0.45, 0, 1)
    road = (np.abs(across - _middle(far)) < 0.008 + 0.13 * far**1.6) & (down > 0.55)
    picture[road] = np.array([196, 186, 168], np.float32) - 30 * far[road][:, None]
    for i in range(7):
        rider, size = 0.70 + 0.035 * i, 0.008 + 0.0032 * i
        at = _middle(np.float32((rider - 0.55) / 0.45))
        body = ((across - at) / size) ** 2 + ((down - rider) / (size * 1.2)) ** 2 < 1
        picture[body] = ((168, 46, 34), (32, 60, 92))[i % 2]
    pixels: NDArray[np.uint8] = np.clip(picture, 0, 255).astype(np.uint8)
    return pixels


def _middle(far: Any) -> Any:
    """Where the road's middle runs, as a share of the width, by how near it is (0 at the ridge, 1 at the foot)."""
    return 0.46 + 0.16 * np.sin(far * 5.2) * (1 - far * 0.6)
