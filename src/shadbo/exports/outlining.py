"""The outline of a thing from a straight-on photograph of it on a plain ground, to scale (OpenCV).

The scale comes from two points a known distance apart, or, with the perspective taken out as well, from the four corners
of a rectangle of known size. Places in the photograph are shares of its width and height, so that they hold for the small
picture on the screen and the large one in the store. Run in the picture process.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from typing import Any

import cv2
import numpy as np
import numpy.typing as npt

# An outline has no more points than this; it stays within so many pixels of the edge that was found.
MOST_POINTS, FINEST_PX = 120, 1.1
# A thing that fills less of the photograph than this is dust.
LEAST_SHARE = 0.004
Places = list[tuple[float, float]]
Pixels = npt.NDArray[np.float64]


class OutlineRefused(ValueError):
    """No outline can be had from this photograph as it is; the text says why and what would help."""


@dataclass(frozen=True, slots=True)
class Scale:
    """How places in the photograph become mm: two ``marks`` ``distance`` mm apart, or four ``corners`` (upper left and on
    round clockwise) of a rectangle ``width`` × ``height`` mm."""

    marks: Places = ()  # type: ignore[assignment]
    distance: float = 0
    corners: Places = ()  # type: ignore[assignment]
    width: float = 0
    height: float = 0

    def to_mm(self, wide: int, tall: int) -> Pixels:
        """The 3 × 3 matrix from pixels to mm."""
        size = np.array((wide, tall), dtype=np.float64)
        if len(self.corners) == 4:
            here = (np.array(self.corners) * size).astype(np.float32)
            if cv2.contourArea(here) < 100 or not cv2.isContourConvex(here):
                raise OutlineRefused("has its four corners in no order: mark them one after another, round the rectangle")
            there = np.array(((0, 0), (self.width, 0), (self.width, self.height), (0, self.height)), dtype=np.float32)
            return np.asarray(cv2.getPerspectiveTransform(here, there), dtype=np.float64)
        a, b = np.array(self.marks) * size
        apart = float(np.hypot(*(b - a)))
        if apart < 10:
            raise OutlineRefused("has its two marks on one another: mark two points well apart")
        return np.diag((self.distance / apart, self.distance / apart, 1.0))


def read_photo(path: Path) -> npt.NDArray[np.uint8]:
    """The photograph as pixels (rows, columns, blue-green-red). Raises :class:`OutlineRefused`."""
    image = cv2.imread(str(path), cv2.IMREAD_COLOR)
    if image is None:
        raise OutlineRefused("can’t be read as a photograph")
    return np.asarray(image, dtype=np.uint8)


def find(image: npt.NDArray[np.uint8], near: tuple[float, float] | None = None) -> Pixels:
    """The outline that stands out from the ground, in pixels: the largest, or the one at or nearest to a place.

    The ground is what lies along the photograph's edges; how far a pixel is from it in Lab says what is thing.
    """
    tall, wide = image.shape[:2]
    lab = cv2.cvtColor(image, cv2.COLOR_BGR2LAB).astype(np.float32)
    band = max(2, min(tall, wide) // 50)
    rim = np.concatenate(
        [lab[:band].reshape(-1, 3), lab[-band:].reshape(-1, 3), lab[:, :band].reshape(-1, 3), lab[:, -band:].reshape(-1, 3)]
    )
    away = np.clip(np.linalg.norm(lab - np.median(rim, axis=0), axis=2), 0, 255).astype(np.uint8)
    away = cv2.GaussianBlur(away, (5, 5), 0)
    threshold, mask = cv2.threshold(away, 0, 255, cv2.THRESH_BINARY + cv2.THRESH_OTSU)
    if threshold < 6:
        raise OutlineRefused(
            "shows nothing that stands out from its ground: use a plain ground of another colour, or mark it by hand"
        )
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (5, 5))
    mask = cv2.morphologyEx(cv2.morphologyEx(mask, cv2.MORPH_CLOSE, kernel), cv2.MORPH_OPEN, kernel)
    contours, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    large = [c for c in contours if cv2.contourArea(c) >= LEAST_SHARE * tall * wide]
    if not large:
        raise OutlineRefused("shows nothing large enough to be the thing: take it nearer, or mark it by hand")
    if near is not None:
        at = (near[0] * wide, near[1] * tall)
        best = max(large, key=lambda c: cv2.pointPolygonTest(c, at, True))
    else:
        best = max(large, key=cv2.contourArea)
    return _thinned(best)


def _thinned(contour: Any) -> Pixels:
    allowed = FINEST_PX
    while True:
        found = cv2.approxPolyDP(contour, allowed, True)
        if len(found) <= MOST_POINTS:
            return np.asarray(found[:, 0, :], dtype=np.float64)
        allowed *= 1.25


def outline(photo: Path, scale: Scale, near: tuple[float, float] | None, by_hand: Places | None) -> dict[str, Any]:
    """The outline in mm (y down, about its own corner) and as shares of the photograph: found, or as marked by hand."""
    image = read_photo(photo)
    tall, wide = image.shape[:2]
    matrix = scale.to_mm(wide, tall)
    size = np.array((wide, tall), dtype=np.float64)
    pixels = np.array(by_hand, dtype=np.float64) * size if by_hand else find(image, near)
    if len(pixels) < 3:
        raise OutlineRefused("needs three points or more for an outline")
    mm = cv2.perspectiveTransform(pixels.reshape(-1, 1, 2), matrix)[:, 0, :]
    if not np.isfinite(mm).all() or np.abs(mm).max() > 20_000:
        raise OutlineRefused("gives no outline with these corners: mark them again, round the rectangle")
    mm = mm - mm.min(axis=0)
    return {
        "points": [[round(float(x), 3), round(float(y), 3)] for x, y in mm],
        "places": [[round(float(x), 5), round(float(y), 5)] for x, y in pixels / size],
    }


def colour_at(photo: Path, x: float, y: float, radius: float = 0.012) -> str:
    """The colour at a place of the photograph, the median of a small disc round it, as ``#rrggbb``."""
    image = read_photo(photo)
    tall, wide = image.shape[:2]
    r = max(1, round(radius * min(tall, wide)))
    px, py = min(round(x * wide), wide - 1), min(round(y * tall), tall - 1)
    patch = image[max(0, py - r) : py + r + 1, max(0, px - r) : px + r + 1].reshape(-1, 3)
    blue, green, red = (int(v) for v in np.median(patch, axis=0))
    return f"#{red:02x}{green:02x}{blue:02x}"
