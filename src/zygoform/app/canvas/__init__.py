"""Paints the core's primitives.

paint.py            wood, outlines, grain, text, dimensions: the helpers all drawings share
mapping.py          mm on the view plane to pixels
piece_view.py       the drawing of the piece
drawing_ahead.py    the drawing of what is seen, of many pieces a slice at a time
pictures.py         every piece as a picture that is kept, and a small drawing of it
notes.py            what is written round it: floor rule, numbers of changes, grips
looking_in.py       drawers drawn out, doors opened, a flap let down step by step
dividing.py         dragging what parts two openings
surveying.py        openings, dividers and the tape on a survey's drawing
finish_view.py      the piece in its planned colours, zone by zone
borders_seen.py     of the borders between finishes what is seen
fault_pins.py       faults on it, pinned one by one or counted
targets.py          what can be pointed at, and the way by arrow keys
part_menu.py        the list of what can be done with a part
set_names.py        the pieces of a set by their names
spots.py            every part as something a screen reader can name
gestures.py         one class a mouse gesture: pan, drag a grip
pressed.py          which gesture a press begins
line_drawing.py     strips of a pattern drawn by hand
outline_view.py     one part with the angles of its ends
boards.py           the boards and sheets with their cuts
rolls.py            what is cut from rolls
viewpoint_picker.py where you stand: the piece in plan
"""
