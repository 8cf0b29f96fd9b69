"""The stock list that ships: profiles, bars, ready-made frames, strips, screws, clips, card. House figures, to be edited."""

from __future__ import annotations

from decimal import Decimal

from shadbo.core.document.shop import Board, MatBoard, Moulding, RabbetMoulding, ReadyFrame, Shop, StretcherBar


def _moulding(key: str, name: str, wood: str, face: str, height: str, seat: str | None, reach: str | None, length: int) -> Moulding:
    return Moulding(
        key=key,
        name=name,
        wood=wood,
        face=Decimal(face),
        height=Decimal(height),
        seat_thickness=Decimal(seat) if seat else None,
        seat_width=Decimal(reach) if reach else None,
        length=Decimal(length),
    )


def _rabbet(key: str, name: str, wood: str, face: str, height: str, lip: str, depth: str, length: int) -> RabbetMoulding:
    return RabbetMoulding(
        key=key,
        name=name,
        wood=wood,
        face=Decimal(face),
        height=Decimal(height),
        lip=Decimal(lip),
        rabbet_depth=Decimal(depth),
        length=Decimal(length),
    )


def _bar(key: str, name: str, wood: str, depth: str, width: str) -> StretcherBar:
    return StretcherBar(key=key, name=name, wood=wood, depth=Decimal(depth), width=Decimal(width), length=Decimal(3000))


def _ready(key: str, name: str, *mm: str) -> ReadyFrame:
    """Rabbet width and height, lip, rabbet depth, face, moulding depth, glazing thickness, board."""
    names = ("width", "height", "lip", "rabbet_depth", "face", "moulding_depth", "glazing_thickness", "board")
    return ReadyFrame(key=key, name=name, **{n: Decimal(v) for n, v in zip(names, mm, strict=True)})


def _board(key: str, name: str, thickness: str, density: int, stiff: bool = False) -> Board:
    """Densities in kg a cubic metre, common practice, from memory: mat board 800, card 700, corrugated 150, foam board 100, MDF 750,
    hardboard 950, ply 600."""
    return Board(key=key, name=name, thickness=Decimal(thickness), stiff=stiff, density=density)


def _mat(key: str, name: str, colour: str, thickness: str = "1.4") -> MatBoard:
    return MatBoard(key=key, name=name, colour=colour, thickness=Decimal(thickness))


HOUSE_SHOP = Shop(
    mouldings=(
        _moulding("basswood-8x28", "Basswood 8 × 28", "basswood", "8", "28", "5", "22", 2400),
        _moulding("ash-10x32", "Ash 10 × 32", "white ash", "10", "32", "6", "25", 2700),
        _moulding("walnut-15x36", "Walnut 15 × 36", "black walnut", "15", "36", "6", "28", 2400),
        _moulding("ash-18x45", "Ash 18 × 45", "white ash", "18", "45", "6", "30", 3000),
        _moulding("poplar-3/4x1-3/4", "Poplar ¾ × 1¾ in", "yellow-poplar", "19.05", "44.45", "6.35", "31.75", 3048),
        _moulding("oak-20x50", "Oak 20 × 50", "northern red oak", "20", "50", "6", "32", 3000),
        _moulding("cherry-22x55", "Cherry 22 × 55", "black cherry", "22", "55", "8", "34", 2700),
        _moulding("oak-25x60", "Oak 25 × 60", "northern red oak", "25", "60", "8", "36", 3000),
        _moulding("pine-20x44", "Pine 20 × 44, plain rail", "eastern white pine", "20", "44", None, None, 2400),
        _moulding("maple-30x70", "Maple 30 × 70", "sugar maple", "30", "70", "8", "40", 3000),
    ),
    rabbet_mouldings=(
        _rabbet("ash-lip-20x20", "Ash 20 × 20, lip 6", "white ash", "20", "20", "6", "12", 2700),
        _rabbet("oak-lip-25x30", "Oak 25 × 30, lip 6", "northern red oak", "25", "30", "6", "22", 3000),
        _rabbet("walnut-lip-30x28", "Walnut 30 × 28, lip 7", "black walnut", "30", "28", "7", "19", 2400),
        _rabbet("pine-lip-40x36", "Pine 40 × 36, lip 7", "eastern white pine", "40", "36", "7", "28", 3000),
        _rabbet("poplar-lip-2x1-3/4", "Poplar 2 × 1¾ in, lip ¼", "yellow-poplar", "50.8", "44.45", "6.35", "31.75", 3048),
        _rabbet("cherry-lip-35x55", "Cherry 35 × 55, lip 8", "black cherry", "35", "55", "8", "45", 2700),
        _rabbet("ash-box-22x45", "Ash box 22 × 45, lip 6", "white ash", "22", "45", "6", "37", 2700),
        _rabbet("oak-box-25x65", "Oak box 25 × 65, lip 7", "northern red oak", "25", "65", "7", "56", 3000),
        _rabbet("walnut-box-28x90", "Walnut box 28 × 90, lip 8", "black walnut", "28", "90", "8", "80", 2700),
    ),
    bars=(
        _bar("pine-18x40", "Pine 18 × 40", "eastern white pine", "18", "40"),
        _bar("pine-25x45", "Pine 25 × 45", "eastern white pine", "25", "45"),
        _bar("basswood-32x45", "Basswood 32 × 45", "basswood", "32", "45"),
        _bar("pine-38x45", "Pine 38 × 45", "eastern white pine", "38", "45"),
        _bar("poplar-1-1/2x2", "Poplar 1½ × 2 in", "yellow-poplar", "38.1", "50.8"),
        _bar("fir-45x60", "Fir 45 × 60", "coast Douglas-fir", "45", "60"),
    ),
    frames=(
        _ready("box-250", "Box frame 250 × 250", "202", "202", "5", "44", "24", "50", "2", "3"),
        _ready("box-300x400", "Box frame 300 × 400", "302", "402", "6", "40", "20", "46", "2", "3"),
        _ready("box-210x297", "Box frame 210 × 297", "212", "299", "6", "34", "15", "40", "2", "3"),
        _ready("flat-300x400", "Frame 300 × 400", "302", "402", "6", "14", "20", "20", "2", "3"),
        _ready("flat-400x500", "Frame 400 × 500", "402", "502", "6", "14", "22", "22", "2", "3"),
        _ready("flat-500x700", "Frame 500 × 700", "502", "702", "6", "16", "25", "24", "2", "3"),
        _ready("flat-600x800", "Frame 600 × 800", "602", "802", "6", "16", "25", "24", "2", "3"),
        _ready("deep-700x1000", "Deep frame 700 × 1000", "702", "1002", "7", "28", "30", "36", "0", "3"),
        _ready("flat-16x20", "Frame 16 × 20 in", "408", "509.5875", "6.35", "12.7", "25.4", "19.05", "2", "3"),
        _ready("box-200", "Shallow box 200 × 200", "202", "202", "6", "19", "18", "24", "2", "3"),
        _ready("box-230", "Box frame 230 × 230", "232", "232", "6", "34", "18", "40", "2", "3"),
        _ready("box-400x500", "Box frame 400 × 500", "402", "502", "6", "45", "22", "52", "2", "3"),
    ),
    clips=tuple(Decimal(n) for n in ("0", "3.175", "6.35", "9.525", "12.7", "19.05", "25.4", "31.75")),
    cards=tuple(Decimal(n) for n in ("0.5", "1.4", "2", "3", "5", "10")),
    boards=(
        _board("mat-4ply", "Mat board, 4-ply", "1.4", 800),
        _board("mat-8ply", "Mat board, 8-ply", "3", 800),
        _board("foam-3", "Foam board 3", "3", 100),
        _board("foam-5", "Foam board 5", "5", 100),
        _board("foam-10", "Foam board 10", "10", 100),
        _board("card-2", "Archival card 2", "2", 700),
        _board("corrugated-4", "Acid-free corrugated 4", "4", 150),
        _board("hardboard-3", "Hardboard 3", "3", 950, True),
        _board("mdf-3", "MDF 3", "3", 750, True),
        _board("mdf-6", "MDF 6", "6", 750, True),
        _board("ply-4", "Ply 4", "4", 600, True),
        _board("ply-6", "Ply 6", "6", 600, True),
    ),
    mat_boards=(
        _mat("mat-chalk", "Chalk", "#f3f0e7"),
        _mat("mat-ivory", "Ivory", "#efe6cf"),
        _mat("mat-oat", "Oat", "#dfd2b6"),
        _mat("mat-sand", "Sand", "#c9b48a"),
        _mat("mat-straw", "Straw", "#e3c766"),
        _mat("mat-ochre", "Ochre", "#c2913a"),
        _mat("mat-rust", "Rust", "#a5532b"),
        _mat("mat-brick", "Brick", "#8f3527"),
        _mat("mat-poppy", "Poppy", "#c0271f"),
        _mat("mat-wine", "Wine", "#5e1f2d"),
        _mat("mat-rose", "Rose", "#d9a7a3"),
        _mat("mat-plum", "Plum", "#54344f"),
        _mat("mat-ink", "Ink blue", "#1f2f55"),
        _mat("mat-cornflower", "Cornflower", "#4a6fa8"),
        _mat("mat-mist", "Mist blue", "#b3c6d3"),
        _mat("mat-lagoon", "Lagoon", "#2f7d86"),
        _mat("mat-pine", "Pine", "#24442f"),
        _mat("mat-moss", "Moss", "#66743b"),
        _mat("mat-sage", "Sage", "#a9b596"),
        _mat("mat-slate", "Slate", "#4a5058"),
        _mat("mat-dove", "Dove grey", "#a8a7a2"),
        _mat("mat-coal", "Coal", "#25231f"),
        _mat("mat-chalk-8", "Chalk, 8-ply", "#f3f0e7", "3"),
        _mat("mat-coal-8", "Coal, 8-ply", "#25231f", "3"),
    ),
    spacers=tuple(Decimal(n) for n in ("3", "5", "6", "10", "13", "19", "25", "32", "45", "60")),
    rolls=tuple(Decimal(n) for n in ("914.4", "1117.6", "1524", "2100")),
    strips=tuple(Decimal(t) for t in ("1.5", "2", "3", "4", "5", "6", "9", "12")),
    # Metric lengths, and those of the inch: 1/2, 5/8, 3/4, 1, 1 1/4, 1 1/2, 2.
    screws=tuple(
        Decimal(n)
        for n in (
            *("12.7", "15.875", "16", "19.05", "20", "25", "25.4", "30"),
            *("31.75", "35", "38.1", "40", "45", "50", "50.8", "60"),
        )
    ),
)
