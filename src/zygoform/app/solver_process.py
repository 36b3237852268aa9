"""What runs in the solver's process: questions in, better and better answers out. Imports no Qt."""

import contextlib
import os
from multiprocessing.connection import Connection

from zygoform.core.cutting.problem import StripLayout
from zygoform.core.cutting.verify import verify


def serve(pipe: Connection) -> None:
    """Answers (ticket, question) with (ticket, question, answer, last) until the pipe closes."""
    # The solver library prints a banner of its own; this process has nothing to say on the terminal.
    nowhere = os.open(os.devnull, os.O_WRONLY)
    os.dup2(nowhere, 1)
    os.close(nowhere)
    from zygoform.core.cutting.solvers.exact import improve

    with contextlib.suppress(EOFError, OSError, KeyboardInterrupt):
        while True:
            ticket, question = pipe.recv()
            best: StripLayout | None = None
            for answer in improve(question):
                # Nobody sees an answer that the checker has not passed.
                if not verify(question, answer):
                    best = answer
                    pipe.send((ticket, question, answer, False))
            pipe.send((ticket, question, best, True))
