"""How each kind of piece is built from its readings, one kind a file.

flat_panel.py a bed head, door or mirror frame
wall_shelf.py boards on brackets, or between sides
lidded_box.py a box with a lid that opens upwards
seat.py       a bench or stool, perhaps with a back and arms
table.py      a top on aprons and legs, with or without drawers
case_piece.py a case with a top, sides, a base and a front of drawers, doors and open bays
"""
