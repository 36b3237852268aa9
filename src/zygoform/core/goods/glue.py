"""Wood glue, one set of figures for every joint (shop practice): the label comes first.

In clamps it holds its place; sanded sooner than in half a day its joint shows as a line later; sawn, bored or
loaded sooner than in a day it may creep.
"""

CLAMPED = (1.0, 4.0)
"""Hours in clamps."""
SANDED = 12.0
"""Hours until a joint is scuffed or primed."""
BEARS = 24.0
"""Hours until it is sawn, bored or loaded."""
GLUED = (BEARS, BEARS)
"""The wait of a step that glues, from and to."""
PATIENCE = (
    "In clamps as long as the label says, 1 to 4 h. Scuffed or primed after 12, sawn, bored or loaded after 24."
)
