"""Stacks to start from: each goes onto a zone in one step and is then changed."""

from typing import get_args

from msgspec import Struct, convert

from zygoform.core.coats.coat import KNOWN_COATS, CoatGroup
from zygoform.core.coats.layer import Cleaner, CoatLayer, Doing, FillerId, Stripping


class ReadyStack(Struct, frozen=True):
    """A stack by its name, when it is right, and the zones it is meant for (none: any of wood)."""

    id: str
    title: str
    when: str
    layers: tuple[CoatLayer, ...]
    roles: tuple[str, ...] = ()


_STACKS = """
paint_primed | Paint over a scuff, primed | Always holds: unknown old coats, raw patches, big changes of colour. |
degreaser; scuff 180; light filler; adhesion primer 1 roller; acrylic paint 2 roller
paint_unprimed | Paint over a scuff, no primer | Saves a coat where the old one is sound and near in colour. |
degreaser; scuff 180; light filler; mineral paint 2 roller
enamel | Enamel, for hard use | Everyday, children, kitchens: hard without a clear. It dries slowly. |
degreaser; scuff 180; light filler; adhesion primer 1 roller; enamel 2 roller
stain_clear | Stain and clear, stripped | The wood is worth seeing. Try the stain on the underside first. |
soap; sander 80 120; sand 150 220; test; oil stain 1 rag; water clear 3 foam
clear | Clear on bare wood | The wood as it is, easy to wipe. |
soap; sander 80 120; sand 150 220; water clear 3 foam
two_tone | Two-tone, sealed | A second colour beside the first; light over dark wants three coats. |
degreaser; scuff 180; light filler; adhesion primer 1 roller; acrylic paint 3 roller; water clear 2 foam
wash | Wash of thinned paint | Cools or evens the tone of bare wood; the grain stays. |
soap; sander 80 120; sand 150 220; test; paint wash 1 rag; water clear 2 foam
imitation | Imitation grain | The look of wood on what takes no stain: foil, board, old paint. |
soap; scuff 180; adhesion primer 1 roller; test; imitation grain 2 brush; effect: gel stain 1 brush; water clear 2
chalk_wax | Chalk and wax, worn edges | An old look; not for wet rooms or desks. |
soap; scuff 180; chalk paint 2 brush; sand 220; wax 1 rag
blended | Two colours blended | One colour into the other while both are wet: a brush and a mist of water. |
soap; scuff 180; adhesion primer 1 roller; test; mineral paint 2 brush; effect: mineral paint 1 brush; water clear 2
lightened | Lightening wax | Pales bare open-grained wood; nothing but wax goes over it. |
soap; sander 80 120; sand 150 220; test; lightening wax 1 rag
oil | Oil | Feels like wood, mended in spots; 30 days until it is hard. |
soap; sander 80 120; sand 150 180; drying oil 2 rag
hardwax | Hardwax oil | Tougher than oil and still mended in spots: tops, desks. |
soap; sander 80 120; sand 150 180; hardwax oil 2 rag
outdoors | Outdoors under a roof | All six faces, end grain twice more; off the ground. |
degreaser; scuff 180; oil stain blocker 1 brush; exterior paint 2 brush
metal | Metal, painted | Rust off, wiped with solvent, a primer for metal. | hardware legs
alcohol; scuff 220; metal primer 1 brush; enamel 2 brush
cane | Cane, thinned paint | Thin coats, brushed out; look at the back after each. | cane
no-rinse cleaner; acrylic paint 2 brush thin 10
hardware | Hardware from a can | Pulls on a pricked box, a clear where hands touch. | hardware
alcohol; scuff 320; metal primer 1 brush; spray paint 2 can; spray clear 1 can
inside | Inside, sealed once | No smell, no splinters, nothing sticks. | inside boxes unseen back underside
no-rinse cleaner; sand 180; shellac 1 brush
boxes_wax | Waxed | Bare wood that should slide. | boxes unseen
no-rinse cleaner; sand 220; wax 1 rag
aerosol | Aerosol | Small, carved, woven things. A can covers far less than one thinks. |
degreaser; scuff 180; spray paint 3 can
sprayed | Sprayed with a gun | Carvings, legs, a smooth coat: strain it, thin it, try it on scrap. |
degreaser; scuff 180; light filler; test; stain blocker 1 gun; acrylic paint 2 gun thin 10
freshened | Old clear freshened | The old finish holds: wax off, scuffed, one more clear. |
mineral spirits 2; scuff 320; water clear 2 foam
"""
"""Of each its name, title, when it is right and for which zones; then its layers: material, coats or grits, way."""

_BY_GROUP: dict[CoatGroup, Doing] = {
    "primer": "prime", "paint": "colour", "stain": "colour", "effect": "effect", "clear": "clear", "oil": "clear",
    "wax": "clear",
}  # fmt: skip
_USUAL_DEEP = 2.0
"""A dent that nobody measured is so deep (mm). [choice]"""


def doing_of(material: str) -> Doing:
    """What a material is usually for."""
    if material in get_args(Cleaner):
        return "clean"
    if material in get_args(Stripping):
        return "strip"
    if material in get_args(FillerId):
        return "fill"
    return "effect" if material == "lightening wax" else _BY_GROUP[KNOWN_COATS[material].group]  # type: ignore[index]


def layer_from(text: str) -> CoatLayer:
    """CoatLayer from `acrylic paint 2 gun thin 10`, `sand 150 220`, `stripper 2`, `effect: gel stain 1 brush`."""
    meant, _, rest = text.rpartition(": ")
    words = rest.split()
    material = " ".join(word for k, word in enumerate(words) if not any(w.isdecimal() for w in words[: k + 1]))
    numbers = [int(word) for word in words if word.isdecimal()]
    if material in ("scuff", "sand", "test"):
        return convert({"doing": material, "grits": numbers}, CoatLayer)
    doing = doing_of(material)
    raw: dict[str, object] = {"doing": meant or doing, "material": material}
    if material in ("sander", "scraper"):
        raw["grits"] = numbers
        return convert(raw, CoatLayer)
    raw["coats"] = numbers[0] if numbers else 1
    if doing == "fill":
        raw["deep"] = _USUAL_DEEP
    elif doing != "strip":
        way = words[len(material.split()) + 1 :]
        raw["way"] = "rag" if doing == "clean" else way[0] if way else "foam"
        raw["thin"] = numbers[1] if "thin" in words else 0.0
    return convert(raw, CoatLayer)


def _stacks_read(head: str, layers: str) -> ReadyStack:
    own, title, when, roles = (part.strip() for part in head.split("|"))
    return ReadyStack(own, title, when, tuple(map(layer_from, layers.split("; "))), tuple(roles.split()))


_LINES = _STACKS.strip().splitlines()
READY_STACKS: tuple[ReadyStack, ...] = tuple(map(_stacks_read, _LINES[::2], _LINES[1::2]))
"""Grits and numbers of coats of usual ways. [practice]"""


def ready_stack(stack_id: str) -> ReadyStack | None:
    """The stack of that id."""
    return next((stack for stack in READY_STACKS if stack.id == stack_id), None)


def ready_for(role: str) -> tuple[ReadyStack, ...]:
    """What suits a zone: those meant for it first, then those for any wood."""
    own = tuple(stack for stack in READY_STACKS if role in stack.roles)
    return own if role in ("cane", "hardware") else (*own, *(stack for stack in READY_STACKS if not stack.roles))
