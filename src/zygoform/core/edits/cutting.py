"""parts ticked as cut, and how many of a row are"""

from msgspec import structs

from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message, literal
from zygoform.core.project import Fact, PartCount, Project

# Edits of what has happened at the saw: parts ticked as cut.


def mark_cut(project: Project, part_ids: tuple[str, ...], code: str, *, cut: bool) -> Edited:
    """Parts have been cut, or, unticked, have not; `code` is what they are called in the list."""
    others = tuple(fact for fact in project.facts if fact.kind != "cut" or fact.subject not in part_ids)
    own = tuple(Fact("cut", part_id) for part_id in part_ids) if cut else ()
    words = f"{literal(code)} {'cut' if cut else 'not cut yet'}"
    return Edited(structs.replace(project, facts=(*others, *own)), Message(words), frozenset(part_ids))


# Edits of how many of a row are cut.

MOST = 200


def set_row_count(project: Project, code: str, planned: tuple[str, ...], text: str) -> Edited:
    """So many of a row whose planned parts are `planned`; an emptied field goes back to what is planned."""
    plain = text.strip() or str(len(planned))
    if not plain.isdecimal() or int(plain) > MOST:
        raise BadInputError("not_a_number", f"A whole number from 0 to {MOST}.", "count")
    wanted = int(plain)
    others = tuple(count for count in project.counts if count.part_id not in planned)
    # Fewer: the last ones are left out. More: the first one is cut more often.
    own = [PartCount(part_id, 0) for part_id in planned[wanted:]]
    if wanted > len(planned):
        own.append(PartCount(planned[0], 1 + wanted - len(planned)))
    done = structs.replace(project, counts=(*others, *own))
    words = f"{code}: left out" if not wanted else f"{code}: {wanted} of {len(planned)} planned"
    return Edited(done, Message(words if own else f"{code}: as planned"), frozenset(planned))
