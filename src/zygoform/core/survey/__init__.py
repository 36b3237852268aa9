"""Looking a piece over: what to measure next, and exactly from where to where.

spans.py       where on the piece a size is taken
disassembly.py which parts come off, in a safe order
walk.py        what to measure next, and what is filled in before
"""
