"""Ways out that were tried: what doesn't remove its check, or brings a stop that wasn't there, is not offered.

A check proposes ways by its own sums, and sees neither the rest of the plan nor the stock. So each is tried on the piece before a
person sees it. Where none mends a stop alone, two or three are put together; where that doesn't either, another way of showing the
thing is looked for.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from shadbo.core.contract.checks import ORDER, Check, Patch, WayOut
from shadbo.core.contract.display import Display
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.decisions.having import frame_of, frame_there
from shadbo.core.document.facts import facts_of
from shadbo.core.document.patching import changed
from shadbo.core.document.piece import Piece
from shadbo.core.document.shop import Shop
from shadbo.core.planning.comparing import show_as
from shadbo.core.planning.edits import ReadAgain, ShowAs, TakeWayOut
from shadbo.core.planning.plan import Only, Plan, plan
from shadbo.core.planning.reading_again import Which, read_again
from shadbo.core.quantity.fields import Refused
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.record import record

# Figures, checks and states are all that is looked at.
JUDGED = Only("", (), glance=True)
# Of so many ways together a longer way out is made at the most, from so many plans a check, and so many plans a piece.
MOST_STEPS, MOST_TRIALS, MOST_PLANS = 3, 16, 240
# A way out may ask for a reading at the bench that only the bench can give: a frame that is blocked is read again.
AT_THE_BENCH = ("frame.reread",)
# Which of contradicting readings stands until it is read again.
KEPT: Mapping[Which, str] = {"middle": "one reading", "smallest": "the smallest reading"}
# Other ways of showing it are tried up to so many.
MOST_SHOWN = 4

Taken = TakeWayOut | ShowAs | ReadAgain


@record(frozen=True, slots=True)
class TriedWay:
    """A way out that holds: what is said of it, and the edits that take it, one after another."""

    say: Say
    edits: tuple[Taken, ...]


@record(frozen=True, slots=True)
class Outcome:
    """Where edits lead: the piece then, its checks, what was said on the way."""

    piece: Piece
    checks: Mapping[str, Check]
    say: Say
    edits: tuple[Taken, ...]

    @property
    def stops(self) -> set[str]:
        return {key for key, check in self.checks.items() if check.severity == "stop"}


def ways_out(piece: Piece, shop: Shop, most_plans: int = MOST_PLANS, of: str = "") -> dict[str, tuple[TriedWay, ...]]:
    """The ways out of every check that mend it, by the check's key. Stops are tried first; after ``most_plans`` plans the
    rest is left out, so that a piece with very many checks answers in time. ``of``: of this one alone."""
    return _Trial(piece, shop, most_plans).ways(of)


class _Trial:
    """One piece whose ways out are tried."""

    def __init__(self, piece: Piece, shop: Shop, most_plans: int) -> None:
        self.piece, self.shop, self.left = piece, shop, most_plans
        self.shown: dict[tuple[str, bool], Outcome | None] = {}
        self.again: dict[tuple[str, str], Outcome | None] = {}
        self.start = Outcome(piece, {c.key: c for c in plan(piece, shop, only=JUDGED).checks}, (), ())

    def ways(self, of: str) -> dict[str, tuple[TriedWay, ...]]:
        checks = [c for c in self.start.checks.values() if of in ("", c.key)]
        return {check.key: found for check in checks if (found := tuple(self._of(check)))}

    def _of(self, check: Check) -> Iterator[TriedWay]:
        firsts = list(self._steps(self.start, check))
        clean = [one for one in firsts if self._mends(check, one)]
        if not clean:
            clean = self._together(check, firsts)
        if not clean and check.severity == "stop":
            clean = self._shown_otherwise(check) or self._by_another(check) or self._read_again(check)
        if check.severity == "stop" and not any(self._keeps_frame(one) for one in clean):
            # Before a frame that is there is given up: another way of showing it in the same one.
            clean = [*(one for one in self._in_its_frame() if self._mends(check, one)), *clean]
        return (TriedWay(one.say, one.edits) for one in clean)

    def _mends(self, check: Check, after: Outcome) -> bool:
        still = after.checks.get(check.key)
        gone = still is None or ORDER[still.severity] > ORDER[check.severity]
        new = {key for key in after.stops - self.start.stops if not key.startswith(AT_THE_BENCH)}
        return gone and not new

    def _steps(self, now: Outcome, check: Check) -> Iterator[Outcome]:
        """Where each way out of a check leads."""
        for i, way in enumerate(check.ways):
            say = (*now.say, "; then ", *_lower(way.say)) if now.say else way.say
            found = self._worked(now, way.patch, TakeWayOut(check=check.key, index=i), say)
            if found is not None:
                yield found

    def _worked(self, now: Outcome, patch: Patch, edit: Taken, say: Say) -> Outcome | None:
        if self.left <= 0:
            return None
        self.left -= 1
        try:
            piece = changed(now.piece, patch)
            checks = {c.key: c for c in plan(piece, self.shop, only=JUDGED).checks}
        except (Refused, ArithmeticError, AssertionError, LookupError, ValueError):
            # What a patch makes of an odd piece may not be one that can be kept; it is not offered then.
            return None
        return Outcome(piece, checks, say, (*now.edits, edit))

    def _in_its_frame(self) -> list[Outcome]:
        """The best other way of showing it that has no stop in the frame it has; none where no frame was bought."""
        if frame_there(self.piece.display) is None:
            return []
        for display in self._suiting()[:MOST_SHOWN]:
            found = self._shown_as(display.key, False) if display.key != self.piece.display.type else None
            if found is not None and not found.stops and self._keeps_frame(found):
                return [replace(found, say=(f"Show it another way in the frame it has: {display.label.lower()}",))]
        return []

    def _keeps_frame(self, after: Outcome) -> bool:
        return frame_of(after.piece.display) == frame_there(self.piece.display)

    def _shown_as(self, key: str, new_frame: bool) -> Outcome | None:
        """The piece shown so, worked out once for all its checks; None if it can’t be."""
        if (key, new_frame) not in self.shown:
            try:
                patch = show_as(self.piece, key, self.shop, new_frame=new_frame)
            except Refused:
                self.shown[key, new_frame] = None
            else:
                edit, say = ShowAs(display=key, new_frame=new_frame), (self._afresh(key, new_frame),)
                self.shown[key, new_frame] = self._worked(self.start, patch, edit, say)
        return self.shown[key, new_frame]

    def _suiting(self) -> list[Display]:
        """The way it is shown now, then those that suit it, best first."""
        facts, now = facts_of(self.piece), self.piece.display.type
        judged = {key: display.way.judged(self.piece, facts) for key, display in DISPLAYS.items()}
        suits = [d for d in DISPLAYS.values() if judged[d.key].fits and (d.key == now or d.way.suits(facts).rank > 1)]
        return sorted(suits, key=lambda d: (d.key != now, -judged[d.key].score))

    def _together(self, check: Check, firsts: list[Outcome]) -> list[Outcome]:
        """The first way that mends when others are taken after it: of the stops it brings, or of the same check once more."""
        before, begun = self.left, firsts
        for _ in range(1, MOST_STEPS):
            further: list[Outcome] = []
            for now in begun:
                new = now.stops - self.start.stops
                aim = check.key if not new and check.key in now.checks else min(new, default="")
                if not aim:
                    continue
                for then in self._steps(now, now.checks[aim]):
                    if self._mends(check, then):
                        return [then]
                    further.append(then)
                    if before - self.left >= MOST_TRIALS:
                        return []
            begun = further
        return []

    def _shown_otherwise(self, check: Check) -> list[Outcome]:
        """This way of showing it begun afresh, or the best other one: whichever has no stop of its own, or none that can’t be mended."""
        # In the frame that is there, then in one of its own.
        for new_frame in (False, True) if frame_there(self.piece.display) is not None else (False,):
            begun: list[Outcome] = []
            for display in self._suiting()[:MOST_SHOWN]:
                found = self._shown_as(display.key, new_frame)
                if found is not None and self._mends(check, found):
                    return [found]
                if found is not None:
                    begun.append(found)
            if mended := self._together(check, begun):
                return mended
        return []

    def _afresh(self, key: str, new_frame: bool) -> str:
        """In words: this way begun afresh, or another one."""
        label, own = DISPLAYS[key].label.lower(), " in a frame of its own" if new_frame else ""
        if key == self.piece.display.type:
            return f"Begin afresh what was chosen for it{own}: {label}"
        return f"Show it another way{own}: {label}, begun afresh"

    def _by_another(self, check: Check) -> list[Outcome]:
        """What is really wrong may be said elsewhere, a reading that can’t be above all: the first way out of another check that mends this one
        too, or after which one of its own does."""
        before = self.left
        others = sorted(
            (c for c in self.start.checks.values() if c.key != check.key), key=lambda c: (c.stage != "measure", ORDER[c.severity])
        )
        for other in others:
            for now in self._steps(self.start, other):
                if self._mends(check, now):
                    return [now]
                if check.key in now.checks:
                    for then in self._steps(now, now.checks[check.key]):
                        if self._mends(check, then):
                            return [then]
                if before - self.left >= MOST_TRIALS:
                    return []
        return []

    def _read_again(self, check: Check) -> list[Outcome]:
        """Readings that contradict one another: one a side stands until it is read again, and what was chosen on them is begun afresh, or it
        is shown another way."""
        begun: list[Outcome] = []
        for keep in KEPT:
            for found in self._read(keep):
                if self._mends(check, found):
                    return [found]
                begun.append(found)
        return self._together(check, begun)

    def _read(self, keep: Which) -> Iterator[Outcome]:
        """What is left when it is read again, then the ways of showing that suit that, each begun afresh; worked out once for all checks."""
        if (once := self._once(keep)) is None:
            return
        yield once
        for display in self._suiting()[:MOST_SHOWN]:
            if (found := self._once(keep, display.key)) is not None:
                yield found

    def _once(self, keep: Which, key: str = "") -> Outcome | None:
        """The piece read again, and shown so if a way of showing is named; None where there is nothing to read again, or it can’t be shown so."""
        if (keep, key) not in self.again:
            self.again[keep, key] = self._read_and_shown(keep, key)
        return self.again[keep, key]

    def _read_and_shown(self, keep: Which, key: str) -> Outcome | None:
        if not key:
            patch = read_again(self.piece, keep)
            say: Say = (f"Read it again: until then {KEPT[keep]} a side stands",)
            return self._worked(self.start, patch, ReadAgain(keep=keep), say) if patch else None
        once = self._once(keep)
        assert once is not None
        try:
            patch = show_as(once.piece, key, self.shop)
        except Refused:
            return None
        return self._worked(once, patch, ShowAs(display=key), (*once.say, "; then ", *_lower((self._afresh(key, False),))))


def with_tried_ways(done: Plan, piece: Piece, shop: Shop) -> Plan:
    """The plan with the ways out that hold in place of those that were only proposed: for paper and terminal, where nothing is tried out."""
    found = ways_out(piece, shop)
    checks = tuple(replace(c, ways=tuple(WayOut(w.say, ()) for w in found.get(c.key, ()))) for c in done.checks)
    return replace(done, checks=checks)


def _lower(say: Say) -> Say:
    first, *rest = say
    if not isinstance(first, str) or len(first) < 2 or first[1].isupper():
        return say
    return (first[0].lower() + first[1:], *rest)
