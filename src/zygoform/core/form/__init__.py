"""The piece as geometry: bodies with their boards and openings.

form.py             Form, Body, Board, FormOpening; putting boards on and taking them off
piece.py            what every kind of piece has, and what their builders share
carcass.py          what a case is made of, and what leaves together with a part
arrange.py          several pieces seen together
legged.py           legs with aprons between them, stretchers, blocks in corners
opening_readings.py what was read inside an opening, and the room it is sure to have
fronts.py           what closes a front: drawers, doors, knobs; the room its openings are sure to have
inside/             what stands behind a front: drawers, doors, shelves
ornaments.py        mouldings and carvings; a crown, a mirror between posts
resized.py          a piece made narrower or lower, or sawn from front to back
front.py            the front of a case, divided into openings
kinds/              how each kind of piece is built from its readings
registry.py         kind of piece -> its class; what a change can be planned for
"""
