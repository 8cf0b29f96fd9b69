"""What the hands really do: estimates against readings whose truth is known, outliers among them, and against SciPy's own fits."""

from __future__ import annotations

import math
from datetime import UTC, datetime

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from shadbo.shop.days.tasks import Task, as_done_here
from shadbo.shop.days.working import HOUSE_WORKING, Pace
from shadbo.shop.record.hands import (
    FREEDOM,
    LEAST,
    Built,
    From,
    cut_readings,
    spread_of,
    tape_does,
    tape_readings,
    times_taken,
    tool_does,
)
from shadbo.shop.record.sealed import Done, LineRead, Reading

NOW = datetime(2027, 2, 24, 10, tzinfo=UTC)


def normal(seed: int, many: int, leaning: float = 0.0, sigma: float = 0.5) -> np.ndarray:
    return np.random.default_rng(seed).normal(leaning, sigma, many)


def read(offs: np.ndarray, planned: float = 600.0) -> list[From]:
    return [From("r", "A piece", "Rail", planned, planned + float(off)) for off in offs]


@pytest.mark.parametrize("seed", range(6))
@pytest.mark.parametrize(("leaning", "sigma"), [(0.0, 0.3), (0.4, 0.5), (-0.8, 0.2)])
def test_a_known_spread_and_leaning_come_back(seed: int, leaning: float, sigma: float) -> None:
    """Of 400 normal readings: within four standard errors (s/√n, and s/√2n widened for what robustness costs)."""
    found = spread_of(list(normal(seed, 400, leaning, sigma)))
    assert found.leaning == pytest.approx(leaning, abs=4 * sigma / math.sqrt(400) * 1.1)
    assert found.sigma == pytest.approx(sigma, abs=4 * sigma / math.sqrt(800) * 1.3)


@pytest.mark.parametrize("seed", range(4))
def test_it_is_the_fit_scipy_finds(seed: int) -> None:
    """``scipy.stats.t.fit`` with four degrees of freedom, put on the scale of the normal distribution."""
    x = normal(seed, 300, 0.3, 0.4)
    _, middle, scale = stats.t.fit(x, fdf=FREEDOM)
    many = normal(99, 200_000, 0, 1)
    as_normal = stats.t.fit(many[:20_000], fdf=FREEDOM)[2]
    found = spread_of(list(x))
    assert found.leaning == pytest.approx(middle, abs=1e-3)
    assert found.sigma == pytest.approx(scale / as_normal, rel=0.02)


@pytest.mark.parametrize("seed", range(5))
def test_slips_among_them_move_little(seed: int) -> None:
    """One reading of twenty is a slip of ten millimetres: a mean and a standard deviation are thrown off, these aren’t."""
    clean = normal(seed, 190, 0.3, 0.4)
    soiled = np.concatenate([clean, np.full(10, 10.3)])
    found = spread_of(list(soiled))
    assert np.std(soiled) > 4 * 0.4
    assert found.leaning == pytest.approx(0.3, abs=0.1)
    assert found.sigma == pytest.approx(0.4, rel=0.35)


def test_the_interval_holds_the_truth_about_nine_times_in_ten() -> None:
    """Of 120 shops with 40 readings each, at least 80 % of intervals hold the leaning and 75 % the spread (a bootstrap is a little narrow)."""
    held = [spread_of(list(normal(1000 + n, 40, 0.2, 0.5))) for n in range(120)]
    assert sum(s.leaning_in[0] <= 0.2 <= s.leaning_in[1] for s in held) >= 96
    assert sum(s.sigma_in[0] <= 0.5 <= s.sigma_in[1] for s in held) >= 90


def test_more_readings_make_it_surer_and_the_same_ones_say_the_same() -> None:
    few, many = (spread_of(list(normal(3, n, 0.1, 0.4))) for n in (12, 300))
    assert many.sigma_in[1] - many.sigma_in[0] < few.sigma_in[1] - few.sigma_in[0]
    assert spread_of(list(normal(3, 12))) == spread_of(list(normal(3, 12)))


def test_the_tape_s_own_spread_is_taken_off() -> None:
    """Saw 0.3 at each end and tape 0.2: a reading spreads by √(2 × 0.09 + 0.04); one cut by 0.3 again."""
    rng = np.random.default_rng(5)
    offs = rng.normal(0, 0.3, 600) + rng.normal(0, 0.3, 600) + rng.normal(0, 0.2, 600)
    saw = tool_does("saw", read(offs), tape=0.2)
    assert saw.one == pytest.approx(0.3, rel=0.1)
    assert saw.offered is not None and saw.offered == pytest.approx(1.96 * 0.3, abs=0.12)
    assert saw.correct == 0, "it leans neither way"


def test_a_sure_leaning_is_told_as_a_correction_and_stays_in_the_tolerance_till_it_is_made() -> None:
    offs = normal(8, 200, 0.6, 0.3)
    saw = tool_does("saw", read(offs), tape=0.0)
    assert saw.correct == pytest.approx(0.6, abs=0.1)
    without = tool_does("saw", read(offs - np.median(offs)), tape=0.0)
    assert saw.offered is not None and without.offered is not None
    assert saw.offered - without.offered == pytest.approx(0.3, abs=0.06), "half of it at each end"


def test_with_too_few_nothing_is_said() -> None:
    few = tool_does("glass", read(normal(1, LEAST - 2)), tape=0)
    assert (few.spread, few.offered, few.wanting) == (None, None, 2)
    with pytest.raises(ValueError, match="of 8"):
        spread_of([0.1] * (LEAST - 1))


@given(st.lists(st.sampled_from([-0.5, 0.0, 0.5]), min_size=LEAST, max_size=30))
def test_readings_to_half_a_millimetre_break_nothing(offs: list[float]) -> None:
    """A tape tells halves only: many readings are alike, and all may be."""
    found = tape_does(read(np.array(offs)))
    assert found.offered is not None and found.offered >= 0.05
    assert found.spread is not None and math.isfinite(found.spread.sigma)
    assert found.spread.sigma_in[0] <= found.spread.sigma_in[1]


def line(key: str, planned: float, got: float, tool: str = "") -> LineRead:
    return LineRead(key=key, label=key, planned=planned, read=got, fine=True, tool=tool)


def done(key: str, planned: int = 20, minutes: int = 20, *lines: LineRead) -> Done:
    readings = (Reading(at=NOW, hand="Ilva", unit="mm", lines=lines),) if lines else ()
    return Done(key=key, title=key, planned=planned, minutes=minutes, done_at=NOW, readings=readings)


def test_what_was_read_goes_to_what_cut_it_and_another_length_is_left_out() -> None:
    cut = done("cut", 20, 20, line("rail.horizontal", 600, 600.5, "saw"), line("rail.vertical", 400, 40.0, "saw"))
    glass = done("glazing", 15, 15, line("glazing", 590, 589, "glass"))
    dry = done("dry", 10, 10, line("rising", 800, 801))
    found = cut_readings([Built("r", "One", (cut, glass, dry))])
    assert [(f.label, f.found - f.planned) for f in found["saw"]] == [("rail.horizontal", 0.5)]
    assert [f.found - f.planned for f in found["glass"]] == [-1] and "mat" not in found


def test_places_read_twice_tell_of_the_tape() -> None:
    thing = {
        "width": {"top": [{"mm": 600}, {"mm": 600.5}, {"mm": 600}], "middle": [{"mm": 599}]},
        "depth": {"bar": [{"mm": 20}, {"mm": 20.5}]},
        "traits": ["canvas", "signed"],
    }
    found = tape_readings([Built("r", "One", (), thing)])
    assert [(f.label, round(f.found - f.planned, 3)) for f in found] == [
        ("width top", 0.5),
        ("width top", -0.5),
        ("depth bar", 0.5),
    ]


def test_times_are_the_lines_scipy_draws() -> None:
    """Theil–Sen (``scipy.stats.theilslopes``) where lengths differ, the median of shares where they are alike; chance is not offered."""
    planned = [10, 20, 30, 40, 50, 60, 80, 100, 30]
    taken = [20, 33, 47, 61, 74, 88, 115, 142, 400]
    (cut,) = times_taken([Built("", "One", tuple(done("cut", p, t) for p, t in zip(planned, taken, strict=True)))])
    line = stats.theilslopes(taken, planned)
    assert (cut.times, cut.add) == (round(line.slope, 2), round(line.intercept, 1)) and cut.offered
    assert cut.times == pytest.approx(1.35, abs=0.1), "the one that took 400 minutes moves it little"
    (glue,) = times_taken([Built("", "One", tuple(done("glue", 20, t) for t in (24, 25, 23, 24, 26, 24, 22, 25)))])
    assert (glue.add, glue.times, glue.offered) == (0, 1.2, True)
    (look,) = times_taken([Built("", "One", tuple(done("look", 5, t) for t in (4, 6, 5, 5, 7, 4, 5, 6)))])
    assert not look.offered
    (few,) = times_taken([Built("", "One", tuple(done("hold.pull", 5, 9) for _ in range(3)))])
    assert (few.kind, few.wanting, few.offered) == ("hold", LEAST - 3, False)


def test_what_was_taken_over_the_days_go_by() -> None:
    working = HOUSE_WORKING.model_copy(update={"paces": (Pace(kind="mat_top", add=5, times=1.5),)})
    tasks = (Task("mat_top.cut", "Cut", 20), Task("cut", "Cut", 20), Task("mat_top.none", "Wait", 0))
    assert [t.minutes for t in as_done_here(tasks, working)] == [35, 20, 0]
    assert as_done_here(tasks, HOUSE_WORKING) is tasks
