"""Looking a piece over: what to measure next, and exactly from where to where.

spans.py  where on the piece a size is taken
prefill.py the sizes a fault most likely has
disassembly.py  which parts come off, in a safe order
walk.py   the sizes of a piece in the order of a person with a tape
"""
