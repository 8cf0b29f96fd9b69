"""A whole job as plain text, as a framer would read it: for a terminal, and for reading many in a row."""

from __future__ import annotations

from collections.abc import Iterator

from shadbo.core import COMES, Part, Plan, UnitName, in_time, plain
from shadbo.shop.days.ready import days_alone


def part_text(part: Part, unit: UnitName) -> str:
    """A part in one line: how many, what, of what, how large, and what is to be minded."""
    told = (part.material, plain(part.size, unit), plain(part.note, unit))
    return ", ".join([f"{part.count} × {part.name}" if part.count > 1 else part.name, *(t for t in told if t)])


def job_to_text(plan: Plan) -> str:
    """What it is, its parts, what to get, the order of work with gates and times, what stands in the way. Lengths in the piece’s unit."""
    return "\n".join(_lines(plan, plan.units)) + "\n"


def _lines(plan: Plan, unit: UnitName) -> Iterator[str]:
    yield f"{plan.name}: {plan.display}, {plain(plan.size, unit)}, {plan.weight.text(unit)}"
    yield plain(plan.verdict, unit)
    yield ""
    for stop in plan.stops:
        yield f"STOP  {plain(stop.say, unit)}"
        yield from (f"      way out: {plain(way.say, unit)}" for way in stop.ways)
    for fault in plan.faults:
        yield f"NOTE  {fault}."
    if plan.stops or plan.faults:
        yield ""
    yield "To cut" if plan.cuts else "Nothing is cut."
    for line in plan.cuts:
        told = (line.length.text(unit), plain(line.section, unit), line.material, plain(line.note, unit))
        yield f"  {line.count} × {line.part}: {'; '.join(t for t in told if t)}"
    for comes in ("number", "there", "came", "hand"):
        parts = [p for p in plan.to_get if p.comes == comes]
        if parts:
            yield ""
            yield COMES[comes].capitalize()
            yield from (f"  {part_text(p, unit)}" for p in parts)
    time, days = plan.time, days_alone(plan)
    yield ""
    yield f"Order of work: {time.bench} minutes at the bench, {days} day{'s' if days != 1 else ''} till it is ready, with nothing else on the bench"
    for i, o in enumerate(plan.steps, 1):
        gate, wait = (
            (" [look before going on]" if o.gate else ""),
            (f", then wait {in_time(o.wait_minutes)}" if o.wait_minutes else ""),
        )
        yield f"{i:3}. {o.title} ({o.minutes} min{wait}){gate}"
        yield f"     {plain(o.say, unit)}"
        if o.care:
            yield f"     Take care: {o.care}"
    for gone in plan.left_out:
        yield f"  –  Left out: {gone.title}{': ' if gone.why else ''}{gone.why}"
