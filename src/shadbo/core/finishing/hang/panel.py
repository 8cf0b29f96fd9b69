"""What the Hang stage asks: the hanger, rings and wire, the wall; and the joint, which the Cut stage asks."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from decimal import Decimal

from shadbo.core.contract.asking import choice, given, plain_length
from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import Context, FrameSection, Panel
from shadbo.core.contract.inputs import ActionInput, ChoiceInput, Input, MassInput, NumberInput, Option, Slide
from shadbo.core.contract.terms import there
from shadbo.core.document.decisions.hanging import Hang
from shadbo.core.finishing.hang.hardware import HANGERS
from shadbo.core.finishing.hang.joints import OWN_NUMBER, OWN_SIZE, Joint
from shadbo.core.finishing.hang.sizes import RINGS, WIRES, Hanging
from shadbo.core.finishing.hang.wall import OnTheWall
from shadbo.core.framing.strainer import closes_with_strainer
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import as_decimal
from shadbo.core.quantity.masses import show_mass
from shadbo.core.quantity.sums import Dim

MOST_BESIDE = 20
ORDER = ("First", "Second", "Third")


STANDS = "stand"


def how_it_hangs(context: Context[object, object], frame_section: FrameSection, suits: str) -> ChoiceInput:
    """The hanger; or that it stands, and then no wall is planned."""
    return choice(
        context,
        "/hang/how",
        "Hung by",
        "Hung by",
        (
            ("auto", ("As suits it",), (suits,)),
            *((k, (HANGERS[k].label,), (HANGERS[k].detail,), _thicker(context, frame_section, k)) for k in frame_section.hangs),
            (STANDS, ("It stands",), ("on an easel back or a stand; no wall is planned",)),
        ),
        ("hang.hook",),
        key="hang.how",
        look="list",
    )


def _thicker(context: Context[object, object], frame_section: FrameSection, hanger: str) -> Patch:
    """A seat that is too thin to hang by its bevel is made thicker with it."""
    least, seat = context.rule("seat_cleat_least"), frame_section.seat
    thin = hanger == "seat_cleat" and seat is not None and seat.thick.value < least
    return (put("/display/frame/seat_thickness", least),) if thin else ()


def hang_inputs(context: Context[object, object], frame_section: FrameSection, hung: Hanging) -> list[Input]:
    hang, show = context.piece.hang, context.shop.showing
    suits = hung.suits.label if hung.stiff else f"{hung.suits.label}: a wire would hang too flat, pull too much or bend its stiles"
    inputs: list[Input] = [how_it_hangs(context, frame_section, suits)]
    if hung.down is not None and hung.inset is not None:
        group = "Rings"
        if hang.down is None:
            inputs.append(
                choice(
                    context,
                    "/hang/school",
                    "Down",
                    group,
                    (("third", ("A third",), ()), ("quarter", ("A quarter",), ())),
                    ("hang.ring",),
                    key="hang.school",
                )
            )
        inputs += [
            given(show, hung.down, group, pointer="/hang/down", optional=True),
            given(show, hung.inset, group, pointer="/hang/inset", optional=True),
        ]
        inputs.append(_rating("hang.ring", group, hang.ring, hung.ring, RINGS))
    if hung.wire is not None and hung.slack is not None and hung.down is not None:
        most = max(hung.down.value - context.rule("hook_hidden") / 2, Fraction(20))
        slack = given(
            show, hung.slack, "Wire", pointer="/hang/slack", optional=True, hint=("Left empty: to 30°, or as far as stays hidden.",)
        )
        inputs.append(replace(slack, slide=Slide(5, int(most), int(round(hung.slack.value)))))
        inputs.append(
            given(
                show,
                context.book["hang.tail"],
                "Wire",
                pointer="/hang/tail",
                optional=True,
                hint=("Left empty: as the shop does.",),
            )
        )
        inputs.append(_rating("hang.wire", "Wire", hang.wire, hung.wire_rated, WIRES))
    # A pack that is closed with one has it already.
    if not closes_with_strainer(context):
        inputs.append(
            choice(
                context,
                "/hang/strainer",
                "Behind",
                "Stiffness",
                ((False, ("No strainer",), ()), (True, ("A strainer",), ("a rigid inner frame takes the pull",))),
                ("rail",),
            )
        )
    return inputs


def _rating(name: str, group: str, typed: Decimal | None, used: Fraction, sold: tuple[int, ...]) -> MassInput:
    """What stands on the packet, in kg, lb or N; left empty the least of those usually sold that bears it."""
    usual = f"Sold as {', '.join(map(str, sold[:-1]))} and {sold[-1]} kg; or as the packet says, in kg, lb or N."
    return MassInput(
        f"/{name.replace('.', '/')}",
        "Rated, on the packet",
        group,
        f"{name}.rated",
        show_mass(used),
        typed is None,
        (name,),
        (usual,),
    )


def wall_inputs(context: Context[object, object], outside: tuple[Dim, Dim]) -> list[Input]:
    wall, show, book, group = context.piece.hang.wall, context.shop.showing, context.book, "On the wall"
    inputs: list[Input] = [
        given(show, book["hang.eye_line"], group, pointer="/hang/eye_line", optional=True),
        given(show, book["wall.width"], group),
        given(show, book["wall.middle"], group, pointer="/hang/wall/middle", optional=True, label="Middle from the left"),
        plain_length(show, wall.furniture, "/hang/wall/furniture", "Furniture below, high", group, ("furniture",)),
    ]
    if wall.beside:
        inputs.append(replace(given(show, book["wall.gap"], group), slide=Slide(0, 500, int(round(book["wall.gap"].value)))))
        inputs.append(
            ChoiceInput(
                "wall.columns",
                "Hung in",
                group,
                tuple(
                    Option(
                        str(n),
                        ("A row",) if n == 0 else (f"{n} across",),
                        (),
                        wall.columns == n,
                        ({"op": "add", "path": "/hang/wall/columns", "value": n},),
                    )
                    for n in range(0, min(8, len(wall.beside) + 1))
                ),
                ("wall",),
                "menu",
            )
        )
    for i, other in enumerate(wall.beside):
        where = f"/hang/wall/beside/{i}"
        inputs += [
            given(show, book[f"wall.beside.{i}.width"], other.name, label="Width"),
            given(show, book[f"wall.beside.{i}.height"], other.name, label="Height"),
            ActionInput(
                f"wall.beside.{i}.out",
                f"Take {other.name} off the wall",
                other.name,
                (f"wall.{i + 1}",),
                "remove",
                ({"op": "remove", "path": where},),
            ),
        ]
    if not wall.beside:
        for n, word in ((2, "two"), (3, "three")):
            others = [
                {"name": f"{ORDER[i]} of {word}", "width": as_decimal(_whole(outside[0])), "height": as_decimal(_whole(outside[1]))}
                for i in range(1, n)
            ]
            inputs.append(
                ActionInput(
                    f"wall.set.{n}",
                    f"Hang {word} as one picture",
                    group,
                    ("wall",),
                    "add",
                    (put("/hang/wall/gap", context.rule("set_gap")), {"op": "add", "path": "/hang/wall/beside", "value": others}),
                )
            )
    if len(wall.beside) < MOST_BESIDE:
        like = {
            "name": f"Beside {len(wall.beside) + 1}",
            "width": as_decimal(_whole(outside[0])),
            "height": as_decimal(_whole(outside[1])),
        }
        inputs.append(
            ActionInput(
                "wall.beside.add",
                "Hang one like it beside it",
                group,
                ("wall",),
                "add",
                ({"op": "add", "path": "/hang/wall/beside/-", "value": like},),
            )
        )
    return inputs


def _whole(size: Dim) -> Fraction:
    """A size to a tenth of a millimetre, within what a wall takes."""
    return min(max(Fraction(round(size.value * 10), 10), Fraction(50)), Fraction(5000))


def with_joint(context: Context[object, object], panel: Panel, joint: Joint | None, joints: tuple[Joint, ...]) -> Panel:
    """The Cut stage with what holds the mitres."""
    if joint is None:
        return panel
    now: Hang = context.piece.hang
    options = [
        Option(
            "auto",
            ("As suits it",),
            (joint.label + (f", {joint.told}" if joint.told else ""),) if now.joint == "auto" else (),
            now.joint == "auto",
            ({"op": "add", "path": "/hang/joint", "value": "auto"},),
        )
    ]
    for one in joints:
        said = f"{one.told}: {one.why}" if one.told and one.fits else one.why
        options.append(
            Option(
                one.key,
                (one.label,),
                (said if one.fits else f"won’t do: {said}",),
                now.joint == one.key,
                ({"op": "add", "path": "/hang/joint", "value": one.key},),
            )
        )
    asked = ChoiceInput("joint", "Mitres held by", "Mitres", tuple(options), ("rail",), "list")
    return replace(panel, inputs=(*panel.inputs, asked, *_own_joint(context, joint)), views=(*panel.views, "joint"))


def _own_joint(context: Context[object, object], joint: Joint) -> Iterator[Input]:
    """How many one makes at each corner, how thick, how deep; left empty they are as the rail has it."""
    own, show, say = context.piece.hang.own_joint, context.shop.showing, context.speak.say
    if joint.key in OWN_NUMBER:
        typed = "" if own.each is None else str(own.each)
        yield NumberInput("/hang/own_joint/each", "At each corner", "Mitres", typed, str(joint.each), parts=("joint",))
    if joint.key in OWN_SIZE:
        words = "Dowel, thick" if joint.key == "dowel" else "Spline, thick"
        hint = say("{} as it is", joint.thick) if own.thick is None else ()
        yield plain_length(show, own.thick, "/hang/own_joint/thick", words, "Mitres", ("joint",), optional=True, hint=hint)
    if joint.key == "dowel":
        hint = say("{} as it is", joint.reach) if own.deep is None else ()
        yield plain_length(show, own.deep, "/hang/own_joint/deep", "Deep each side", "Mitres", ("joint",), optional=True, hint=hint)


def hang_figures(context: Context[object, object], wall: OnTheWall) -> tuple[str, ...]:
    # A piece that hangs alone has its hook told already.
    what = ("hook", "middle", "hook.left", "hook.right") if len(wall.places) > 1 else ("middle", "hook.left", "hook.right")
    hooks = [f"wall.{i}.{w}" for i in range(len(wall.places)) for w in what]
    return there(
        context,
        "weight.total",
        "hang.load",
        "hang.hook",
        "hang.top",
        "hang.middle",
        "hang.down",
        "hang.inset",
        "hang.span",
        "hang.slack",
        "hang.wire.path",
        "hang.wire.cut",
        "hang.wire.angle",
        "hang.wire.tension",
        "hang.wire.pull",
        "hang.out",
        "hang.out.bears",
        "hang.stile",
        "hang.rail",
        *hooks,
        "wall.total",
        "wall.bottom",
    )
