"""What is asked in the rows of the order of work: whether a step is done here, elsewhere or not at all, and steps of one’s own behind it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from shadbo.core.contract.asking import toggled
from shadbo.core.contract.checks import Patch
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ActionInput, ChoiceInput, Input, NumberInput, Option, WordsInput
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part
from shadbo.core.document.decisions.own_way import MOST_USED, OwnStep, OwnWay, SentOut, StepLeft
from shadbo.core.job.joining import Job
from shadbo.core.planning.own_way import AWAY, TOGETHER, LeftOut, sent_of
from shadbo.core.quantity.fields import in_time

# How much of the order of work stands with a step of one’s own, to find its place again.
REMEMBERED = 120


def row_of(step: str) -> str:
    """The row of a step among the rows of parts."""
    return f"step:{step}"


def step_inputs(context: Context[object, object], job: Job, left: Sequence[LeftOut]) -> tuple[Input, ...]:
    """For every step of the job, and for those left out."""
    way, keys = context.piece.way, [o.key for o in job.operations]
    found: list[Input] = []
    for i, o in enumerate(job.operations):
        own = next((n for n, one in enumerate(way.steps) if one.key == o.key), None)
        if own is not None:
            found += _own(way.steps[own], own, job.parts)
        elif sent_of(way, o.key.removesuffix(AWAY)) is None or o.key.endswith(AWAY):
            # Of what is sent out it is asked where it leaves.
            found += _done(way, o, keys)
        found.append(_add(way, o, keys[: i + 1]))
    for gone in left:
        found += _left(way, gone)
    return tuple(found)


def _lists(way: OwnWay, key: str) -> Patch:
    """What was said of a step makes way."""
    left = [n for n, one in enumerate(way.left) if one.step == key]
    sent = [n for n, one in enumerate(way.sent) if one is sent_of(way, key)]
    return (
        *({"op": "remove", "path": f"/way/left/{n}"} for n in reversed(left)),
        *({"op": "remove", "path": f"/way/sent/{n}"} for n in reversed(sent)),
    )


def _adding(what: str, value: StepLeft | SentOut | OwnStep) -> dict[str, Any]:
    return {"op": "add", "path": f"/way/{what}/-", "value": value.model_dump()}


def _done(way: OwnWay, o: Operation, keys: Sequence[str]) -> Iterator[Input]:
    """Done here, left out, or sent out; of a finish all of it is sent out together."""
    key, row = o.key.removesuffix(AWAY), row_of(o.key)
    sent = sent_of(way, key)
    before = _lists(way, key)
    family = key.split(".")[0]
    several = family in TOGETHER and (
        sum(k.startswith(f"{family}.") for k in keys) > 1 or (sent is not None and sent.step == family)
    )
    options = [
        Option("here", ("Done here",), (), sent is None, before),
        Option("out", ("Left out",), ("say why",), False, (*before, _adding("left", StepLeft(step=key)))),
    ]
    if several:
        chosen = sent is not None and sent.step == family
        all_of_it = (*before, _adding("sent", SentOut(step=family)))
        options.append(Option("all", ("All of it sent out",), ("there and back once",), chosen, all_of_it))
    if not (several and sent is not None and sent.step == family):
        chosen = sent is not None and sent.step == key
        options.append(Option("sent", ("Sent out",), ("done elsewhere",), chosen, (*before, _adding("sent", SentOut(step=key)))))
    yield ChoiceInput(f"way.{key}", "It is", o.title, tuple(options), o.parts, "buttons", row=row)
    if sent is not None:
        at = f"/way/sent/{way.sent.index(sent)}"
        yield WordsInput(f"{at}/who", "Who does it", o.title, sent.who, "words", (), row=row)
        yield NumberInput(f"{at}/days", "Days away", o.title, str(sent.days), row=row)
        yield WordsInput(f"{at}/along", "What goes along", o.title, sent.along, "words", (), row=row)
        yield WordsInput(f"{at}/look", "Looked at when it is back", o.title, sent.look, "words", (), row=row)


def _own(one: OwnStep, n: int, parts: Sequence[Part]) -> Iterator[Input]:
    at, row = f"/way/steps/{n}", row_of(one.key)
    yield WordsInput(f"{at}/title", "Step", one.title, one.title, "words", (), row=row)
    yield WordsInput(f"{at}/words", "What is done", one.title, one.words, "words", (), row=row)
    yield NumberInput(f"{at}/minutes", "At the bench", one.title, in_time(one.minutes), row=row)
    yield NumberInput(f"{at}/wait", "Then wait", one.title, in_time(one.wait) if one.wait else "none", row=row)
    look = [
        Option(key, (label,), (), one.look is value, ({"op": "replace", "path": f"{at}/look", "value": value},))
        for key, label, value in (("no", "Go on", False), ("yes", "Look before going on", True))
    ]
    yield ChoiceInput(f"way.{one.key}.look", "Then", one.title, tuple(look), (), "buttons", row=row)
    uses = [
        Option(
            part.key,
            (part.name,),
            (),
            part.key in one.uses,
            ({"op": "replace", "path": f"{at}/uses", "value": toggled(one.uses, part.key)},),
        )
        for part in parts
        if len(one.uses) < MOST_USED or part.key in one.uses
    ]
    yield ChoiceInput(f"way.{one.key}.uses", "It takes", one.title, tuple(uses), (), "many", row=row)
    gone: Patch = ({"op": "remove", "path": at},)
    yield ActionInput(f"way.{one.key}.gone", "Take this step out", one.title, (), "remove", gone, row=row)


def _add(way: OwnWay, o: Operation, before: Sequence[str]) -> Input:
    number = 1 + max((way.made, *(int(one.key.split(".")[1]) for one in way.steps)))
    new = OwnStep(key=f"own.{number}", after=list(reversed(before))[:REMEMBERED], title="A step of my own")
    patch: Patch = (_adding("steps", new), {"op": "add", "path": "/way/made", "value": number})
    return ActionInput(f"way.{o.key}.add", "A step after this one", o.title, (), "add", patch, row=row_of(o.key))


def _left(way: OwnWay, gone: LeftOut) -> Iterator[Input]:
    n, row = next(n for n, one in enumerate(way.left) if one.step == gone.key), row_of(gone.key)
    again: Patch = ({"op": "remove", "path": f"/way/left/{n}"},)
    options = (Option("here", ("Done here",), (), False, again), Option("out", ("Left out",), (), True, ()))
    yield ChoiceInput(f"way.{gone.key}", "It is", gone.title, options, (), "buttons", row=row)
    yield WordsInput(f"/way/left/{n}/why", "Why", gone.title, gone.why, "words", (), row=row)
