"""The demo's picture file, drawn here: a moor road under a low sun. Made up, so that nobody's picture ships."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray
from PIL import Image

WIDTH, HEIGHT = 2400, 3604
NAME = "moor-road-headwind.jpg"


BAND = 212


def moor_road(path: Path) -> None:
    """A picture of the road print's proportions: sky, three ridges, a road winding up, a line of riders."""
    bands = [_band(top, min(top + BAND, HEIGHT)) for top in range(0, HEIGHT, BAND)]
    Image.fromarray(np.concatenate(bands)).save(path, "JPEG", quality=82, dpi=(96, 96))


def _band(top: int, bottom: int) -> NDArray[np.uint8]:
    """Rows ``top`` to ``bottom``, shape (rows, width, 3): painted in bands, so that little memory is needed."""
    y, x = np.mgrid[top:bottom, 0:WIDTH].astype(np.float32)
    down, across = y / HEIGHT, x / WIDTH
    picture = np.stack([236 - 70 * down, 205 - 60 * down, 160 + 30 * down], axis=-1)
    sun = np.exp(-(((across - 0.68) ** 2) * 60 + ((down - 0.24) ** 2) * 120))
    picture += sun[..., None] * np.array([25, 35, 40], np.float32)
    for level, swell, phase, ink in (
        (0.40, 0.035, 0.6, (137, 132, 140)), (0.52, 0.045, 2.1, (104, 112, 104)), (0.66, 0.05, 4.0, (78, 92, 70)),
    ):  # fmt: skip
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
