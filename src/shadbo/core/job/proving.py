"""A job proves itself before it is handed out: what a person at the bench would cross out is found here."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from shadbo.core.contract.bodies import Space
from shadbo.core.contract.operations import Operation
from shadbo.core.job.in_space import prove_in_space
from shadbo.core.job.joining import Hands, Job, chained, needs
from shadbo.core.quantity.figures import Book, plain

# A material an operation speaks of is a part: words of its sentence, and the family one of which then is a part.
MATERIALS: dict[str, tuple[str, ...]] = {
    "biscuit": ("joint",),
    "dowel": ("joint", "hold.rods"),
    "spline": ("joint",),
    "corner bracket": ("joint",),
    "double-sided tape": ("tape", "mats.tape", "hold.tape_double", "glue"),
    "framing tape": ("across", "hold.tape_across"),
    "blotters": ("blotters",),
    "dust cover": ("cover",),
    "bumpers": ("bumper",),
    "along each rail": ("points", "panel_pins", "clip", "buttons"),
    "offset clips": ("clip",),
    "turn buttons": ("buttons", "back.button"),
    "wire rated": ("wire",),
    "rings rated": ("ring",),
    "linen": ("hold.through_hinges", "cloth", "liner"),
    "pin nailer": ("pins",),
}


def prove(
    job: Job, book: Book, space: Space | None = None, weighed: Iterable[str] = (), uncounted: frozenset[str] = frozenset()
) -> tuple[str, ...]:
    """What is wrong with a job, a sentence each; nothing of a sound one. ``space`` is where its pieces lie, if they are to be
    held against it, ``weighed`` what is in its weight, ``uncounted`` the counts of what is left out."""
    lying = prove_in_space(job, space, weighed) if space is not None else ()
    return (
        *lying,
        *_made_and_used(job),
        *_counted(job, book, uncounted),
        *_named(job),
        *_held_once(job),
        *_in_time(job),
        *_sized(job),
        *_cut_to(job, book),
    )


def _made_and_used(job: Job) -> Iterator[str]:
    """Each part is made or got before it is used, and used; nothing that came with the frame is cut."""
    hands = Hands.of(job.operations)
    place = {o.key: i for i, o in enumerate(job.operations)}
    for part in job.parts:
        makers, users = ([place[key] for key in keys] for keys in (hands.makers(part), hands.users(part)))
        if not users:
            yield f"{part.name} ({part.key}) is in no operation"
        if part.comes == "cut" and not makers:
            yield f"{part.name} ({part.key}) is on the cut list and nobody cuts it"
        if (part.comes in ("came", "hand", "owner") and makers) or (part.comes not in ("cut", "number") and part.line is not None):
            yield f"{part.name} ({part.key}) is there and would be made again"
        if makers and users and min(users) < min(makers):
            used, made = (job.operations[min(at)].title for at in (users, makers))
            yield f"{part.name} is used in “{used}” before “{made}” makes it"
    there = job.families
    for operation in job.operations:
        for family in (*operation.uses, *operation.makes):
            if family not in there:
                yield f"“{operation.title}” needs {family}, which is no part"


def _counted(job: Job, book: Book, uncounted: frozenset[str]) -> Iterator[str]:
    """Each count shown is a part’s count: of one part, or of several things that one part holds. None is counted a second time."""
    listed = set[str](uncounted)
    for part in job.parts:
        told = part.counts or ((part.figure,) if part.figure else ())
        yield from (f"{part.name} is counted by {name}, which is no figure" for name in told if name not in book.counts)
        names = [name for name in told if name in book.counts]
        found = sum(book.counts[name].count or 0 for name in names)
        listed.update(names)
        if names and found != part.count:
            yield f"{part.name}: {part.count} in the list, {found} as a figure"
    for name in book.counts:
        stem, _, last = name.rpartition(".")
        # Stitches and places of pins are counted where they are made; nothing is got for each of them.
        made = name.startswith("hold.")
        if job.parts and last == "count" and not made and not {name, f"{stem}.total"} & listed and book.counts[name].count:
            yield f"{book.counts[name].label}: {book.counts[name].count} as a figure, and no part is so many"


def _named(job: Job) -> Iterator[str]:
    """Each material an operation names is a part; the label and the names of things are the owner’s words."""
    there = job.families
    names = " ".join(p.name for p in job.parts if p.comes == "owner").lower()
    for operation in job.operations:
        said = plain(operation.say, "mm").lower()
        for word, families in MATERIALS.items():
            if word in said and word not in names and operation.key != "label" and there.isdisjoint(families):
                yield f"“{operation.title}” speaks of {word}, and no part of the list is it"


def _held_once(job: Job) -> Iterator[str]:
    """What is glued, hinged or taped once isn’t again, and its pull test comes before."""
    first: dict[str, Operation] = {}
    for operation in job.operations:
        for thing in operation.holds:
            if thing in first and first[thing].method != operation.method:
                yield f"“{first[thing].title}” and “{operation.title}” both hold {thing}"
            first.setdefault(thing, operation)


def _in_time(job: Job) -> Iterator[str]:
    """Nothing comes before what it needs, a gate not after what it guards; and nothing is done inside once it is closed."""
    place = {o.key: i for i, o in enumerate(job.operations)}
    wanted = needs(job.operations, {p.key: p for p in job.parts})
    for first, then in chained(job.operations):
        wanted[then].add(first)
    for key, wants in wanted.items():
        for want in wants:
            if place[want] > place[key]:
                yield f"“{job.operations[place[key]].title}” comes before “{job.operations[place[want]].title}”, which it needs"
    closed = next((i for i, o in enumerate(job.operations) if o.closes), None)
    if closed is not None:
        for later in job.operations[closed + 1 :]:
            if later.inside or later.holds:
                yield f"“{later.title}” is done after “{job.operations[closed].title}”"


def _sized(job: Job) -> Iterator[str]:
    for part in job.parts:
        if part.count <= 0:
            yield f"{part.name}: {part.count} of them"


def _cut_to(job: Job, book: Book) -> Iterator[str]:
    """What is cut differs from its number by its tool alone: nothing that was read is in doubt a second time, and no saw cuts to nothing."""
    for line in job.cuts:
        if line.packer:
            continue
        for name in line.figures:
            dim = book.dims.get(name)
            if dim is None:
                continue
            if any(leaf.leaf.origin == "reading" for _, leaf in dim.varies.values() if leaf.leaf is not None):
                yield f"{line.part}: {name} varies by what was read, and not by what it is cut with alone"
            elif not dim.worst:
                yield f"{line.part}: {name} is cut with nothing"
