"""How each kind of piece is built from its readings, one kind a file.

case_piece.py  a case with a top, sides, a base and a front of drawers, doors and open bays
"""
