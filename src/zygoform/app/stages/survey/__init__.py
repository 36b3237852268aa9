"""Look the piece over and enter what is there.

stage.py    the screen
start.py    three sizes to start with
sizes.py    every size of the piece, with what is assumed until it is measured
opening.py  what an opening holds and how it is divided
"""
