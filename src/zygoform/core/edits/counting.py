"""Edits of how many of a row are cut."""

from msgspec import structs

from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message
from zygoform.core.project import PartCount, Project

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
