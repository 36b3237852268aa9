"""Lengths as people write, round and trust them.

parse.py    text to millimetres
rounding.py to a mark of the tape, down, up or nearest; runs of marks
write.py    millimetres, areas and volumes to text, in the project's unit
reading.py  what was measured, where and how; sizes that know what they rest on
param.py    declared entries: name, unit, range, default, label in one place
message.py  sentences that carry lengths and are put into words at the edge
"""
