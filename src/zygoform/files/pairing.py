"""The codes of measuring devices that were paired, kept from start to start; readable by their owner alone."""

import os
from contextlib import suppress

import msgspec

from zygoform.files.atomic import write_whole
from zygoform.files.reading import read_at_most
from zygoform.files.user_folder import LARGEST_SETTINGS, config_folder

NAME = "paired.json"


def paired() -> dict[int, str]:
    """Port to code; none where the file cannot be read."""
    with suppress(OSError, ValueError, RecursionError, msgspec.ValidationError):
        content = read_at_most(config_folder() / NAME, LARGEST_SETTINGS)
        return msgspec.json.decode(content, type=dict[int, str], strict=False)
    return {}


def keep_paired(codes: dict[int, str]) -> None:
    """Writes them down. Where that cannot be done they are asked for again at the next start."""
    path = config_folder() / NAME
    with suppress(OSError):
        path.parent.mkdir(parents=True, exist_ok=True)
        if not path.exists():
            os.close(os.open(path, os.O_WRONLY | os.O_CREAT | os.O_CLOEXEC, 0o600))
        write_whole(path, msgspec.json.encode({str(port): code for port, code in codes.items()}))
