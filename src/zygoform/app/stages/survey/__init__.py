"""Look the piece over and enter what is there.

stage.py            the screen
start.py            three sizes to start with
kind_choice.py      the kinds of piece, drawn
recent.py           a project opened before, with its picture
sizes.py            every size of the piece, with what is assumed until it is measured
faults.py           what is wrong with it and what it is made of
fault_card.py       one fault and the ways to deal with it
disassembly.py      taking apart: the order, where parts go, hardware in bags
photos.py           photos beside the drawing
walk.py             the measuring walk
opening_readings.py an opening measured at three heights, three places across and both ways
ornaments.py        mouldings and ornaments, with place and size
use.py              what the piece is for
inside.py           what stands behind a front
opening.py          what an opening holds and how it is divided
"""
