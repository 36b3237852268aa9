"""What is used up in mending, and hardware. Amounts are shop practice; the label of a product comes first."""

import math

from zygoform.core.changes.mending.job import Job
from zygoform.core.errors import BadInputError
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.say import Say

GLUE_ML_PER_M2 = 200.0
"""Both faces wetted."""
VENEER_GLUE_ML_PER_M2 = 150.0
BLOCKER_ML_PER_M2, COATS = 100.0, 2
TREATMENT_ML_PER_M2 = 250.0
AROUND = 50.0
"""How far round a stain it is blocked."""
PATCH_MORE = 20.0
"""A veneer patch is cut this much longer and wider, so that the figure can be shifted."""
FILLER_WASTE = 1.3


def glue_joint(job: Job) -> None:
    long, wide, n = job.fault.mm("length") or 60.0, job.fault.mm("width") or 25.0, job.fault.count
    amount = max(2.0, long * wide / 1e6 * GLUE_ML_PER_M2) * n
    why = Say(f"{n} joint{'s' * (n != 1)} of {{0}} × {{1}}, both faces wetted, at least 2 ml each", (long, wide))
    job.use("glue", amount, "in joints", why)


def glue_crack(job: Job) -> None:
    long, deep = job.fault.mm("length"), job.fault.mm("depth") or job.fault.mm("width")
    amount = max(2.0, long * deep / 1e6 * GLUE_ML_PER_M2)
    job.use("glue", amount, "in a split", Say("{0} long and {1} deep, both faces wetted", (long, deep)))


def lay_veneer_down(job: Job) -> None:
    long, wide = job.fault.mm("length"), job.fault.mm("width")
    amount = max(2.0, long * wide / 1e6 * VENEER_GLUE_ML_PER_M2)
    job.use("glue", amount, "under veneer", Say("{0} × {1} of lifted veneer", (long, wide)))


def veneer_patch(job: Job) -> None:
    n = job.fault.count
    long, wide = (job.fault.mm(name) + PATCH_MORE for name in ("length", "width"))
    why = Say(
        f"{n} patch{'es' * (n != 1)} cut from {{0}} × {{1}}, {{2}} more each way than the chip",
        (long, wide, PATCH_MORE),
    )
    job.use("veneer", n * long * wide / 100, "patches", why)
    job.use("glue", n * max(2.0, long * wide / 1e6 * VENEER_GLUE_ML_PER_M2), "under veneer", why)


def fill(job: Job) -> None:
    """The volume of a box; of a round hole where only its width and depth are asked for."""
    wide, deep, n = job.fault.mm("width"), job.fault.mm("depth"), job.fault.count
    long = job.fault.mm("length")
    volume = long * wide * deep if long else math.pi / 4 * wide**2 * deep
    amount = max(1.0, n * volume / 1000 * FILLER_WASTE)
    sizes = (long, wide, deep) if long else (wide, deep)
    shape = "{0} × {1} × {2} deep" if long else "{0} across, {1} deep"
    job.use("filler", amount, "holes and missing bits", Say(f"{n} × {shape}, and a third more", sizes))


def block_stain(job: Job) -> None:
    long, wide = (job.fault.mm(name) + 2 * AROUND for name in ("length", "width"))
    amount = long * wide / 1e6 * BLOCKER_ML_PER_M2 * COATS
    why = Say(f"{COATS} coats on {{0}} × {{1}}, {{2}} more all round than the stain", (long, wide, AROUND))
    job.use("stain blocker", amount, "before any paint", why)


def treat_insects(job: Job) -> None:
    long, wide = (job.fault.mm(name) + 2 * AROUND for name in ("length", "width"))
    job.use(
        "insect treatment",
        long * wide / 1e6 * TREATMENT_ML_PER_M2,
        "where insects were",
        Say("{0} × {1}", (long, wide)),
    )


def plugs(job: Job) -> None:
    """A dowel of the next thickness on sale for each hole, two for a joint that lost its tenon."""
    joint = job.fault.kind == "broken_joint"
    hole = 8.0 if joint else job.fault.mm("width") if job.fault.kind == "old_holes" else 6.0
    each = 2 if joint or job.fault.kind == "hardware" else 3 if job.fault.kind == "broken_hinge" else 1
    sizes = job.on_sale("dowel")
    fits = [size for size in sizes if size >= hole - 0.2]
    if not fits:
        raise BadInputError(
            "no_stock_size", "No dowel on sale is thick enough for holes of {0}: let a piece in.", "remedy", (hole,)
        )
    count = each * job.fault.count
    job.fit(
        "dowel",
        fits[0],
        count,
        "plugs and joints",
        Say(f"{each} for each of {job.fault.count}, holes of {{0}}", (hole,)),
    )
    job.use("glue", max(1.0, 0.5 * count), "round dowels", Say(f"{count} dowels"))


def screw_joint(job: Job) -> None:
    """Two screws a joint, the longest on sale up to twice the part's thickness."""
    board = job.board()
    thin = min((high - low for low, high in zip(*board.solid.box, strict=True)), default=19.0) if board else 19.0
    fits = [size for size in job.on_sale("wood screw") if size <= 2 * thin + 0.5]
    if not fits:
        raise BadInputError(
            "no_stock_size", "No screw on sale is short enough for a part {0} thick.", "remedy", (thin,)
        )
    why = Say("two each, the longest on sale up to twice the {0} of the part", (thin,))
    job.fit("wood screw", fits[-1], 2 * job.fault.count, "through joints", why)


def metal_slides(job: Job) -> None:
    """The longest pair on sale that is no longer than the runner."""
    room = job.fault.mm("length")
    fits = [size for size in job.on_sale("slide pair") if size <= room]
    if not fits:
        raise BadInputError("no_stock_size", "No slides on sale are as short as {0}.", "remedy", (room,))
    job.fit("slide pair", fits[-1], job.fault.count, "drawers", Say("longest on sale within {0}", (room,)))
    job.notes.append(Say("The slides' sheet says how much narrower than the opening the drawer must be."))


def hinges(job: Job) -> None:
    leaf, wanted = job.fault.mm("length"), job.fault.count
    sizes = job.on_sale("hinge")
    size = min(sizes, key=lambda s: abs(s - leaf), default=leaf)
    count = 2 * count_up(wanted / 2)
    job.fit("hinge", size, count, "doors", Say(f"in pairs, nearest on sale to {{0}}; {wanted} broken", (leaf,)))


def pulls(job: Job) -> None:
    """For the old holes only pulls of the very spacing, else the nearest on sale."""
    spacing, n = job.fault.mm("length"), job.fault.count
    sizes = job.on_sale("pull")
    if job.remedy.code == "match":
        fits = [size for size in sizes if abs(size - spacing) <= 1.0]
        if not fits:
            raise BadInputError(
                "no_stock_size",
                "No pull on sale fits holes {0} apart. Plug them and choose others.",
                "remedy",
                (spacing,),
            )
        job.fit("pull", fits[0], n, "for the old holes", Say("holes {0} apart", (spacing,)))
        return
    other = [size for size in sizes if abs(size - spacing) > 1.0] or list(sizes)
    size = min(other, key=lambda s: abs(s - spacing), default=spacing)
    job.fit("pull", size, n, "in new holes", Say("nearest on sale to {0}", (spacing,)))


def level(job: Job) -> None:
    job.fit("pad", 0.0, 4, "under the feet", Say("gap at the floor {0}", (job.fault.mm("depth"),)))


def nothing(job: Job) -> None:
    """Work that needs nothing bought or cut."""


def off(job: Job) -> None:
    """The part leaves the piece; with a drawer's or door's front goes its knob."""
    own = job.fault.part.rsplit("/", 1)[-1]
    head = job.fault.part.split("/", 1)[0]
    gone = {job.fault.part, f"{head}/front/{own}", f"{head}/knob/{own}"}
    job.off |= {board.id for board in job.body.boards if board.id in gone}
