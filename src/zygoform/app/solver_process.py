"""What runs in the solver's process: problems in, better and better layouts out. Imports no Qt."""

import contextlib
import os
from multiprocessing.connection import Connection

from zygoform.core.cutting.either import FoundLayout, better_answers, wrong_with


def serve(pipe: Connection) -> None:
    """Answers (ticket, problem) with (ticket, problem, layout, last, fault) until the pipe closes.

    A problem that it fails at is answered with what went wrong, and the next one is taken on.
    """
    # The solver library prints a banner of its own; this process has nothing to say on the terminal.
    nowhere = os.open(os.devnull, os.O_WRONLY)
    os.dup2(nowhere, 1)
    os.close(nowhere)
    with contextlib.suppress(EOFError, OSError, KeyboardInterrupt):
        while True:
            ticket, problem = pipe.recv()
            best: FoundLayout | None = None
            fault = ""
            try:
                for layout in better_answers(problem):
                    # Nobody sees a layout that the checker has not passed.
                    if not wrong_with(problem, layout):
                        best = layout
                        pipe.send((ticket, problem, layout, False, ""))
            except (EOFError, OSError):
                raise
            except Exception as wrong:  # noqa: BLE001 - whatever it is, the next problem is answered
                fault = f"{type(wrong).__name__}: {wrong}"
            pipe.send((ticket, problem, best, True, fault))
