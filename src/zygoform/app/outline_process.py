"""What runs in an outline's process: one drawing in, its largest closed line out. Only this process suffers.

`python -m zygoform.app.outline_process FILE` writes one JSON object: `outline`, its points, or `fault`, in words.
Nothing where it came to the end of its memory or its time.
"""

import math
import resource
import sys
import time
from pathlib import Path

DRAWING_MEMORY, DRAWING_SECONDS = 2 << 30, 2
"""Bytes, and seconds of the processor's own time: any good drawing needs less."""
LOADINGS = 3
"""On a slow machine as many more: so many times what it took there to load the libraries."""


def main() -> int:
    """Reads the drawing."""
    resource.setrlimit(resource.RLIMIT_AS, (DRAWING_MEMORY, DRAWING_MEMORY))
    import ezdxf
    import msgspec
    import shapely
    import svgelements

    from zygoform.core.errors import BadInputError
    from zygoform.files.outlines import read_outline

    del ezdxf, shapely, svgelements
    loaded = time.process_time()
    most = math.ceil(loaded + max(DRAWING_SECONDS, LOADINGS * loaded))
    resource.setrlimit(resource.RLIMIT_CPU, (most, most))
    try:
        said: dict[str, object] = {"outline": read_outline(Path(sys.argv[1]))}
    except BadInputError as refused:
        said = {"fault": refused.message}
    except OSError as refused:
        said = {"fault": f"It cannot be read: {refused.strerror or refused}."}
    except (MemoryError, RecursionError):
        return 1
    sys.stdout.buffer.write(msgspec.json.encode(said))
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
