"""What a remedy comes to: parts, supplies and fittings sized from the fault it mends.

entries.py     which fault, by which remedy
worked.py      the kind of work -> its function, and the wood it needs; the fault dealt with
wood.py        parts cut from strips, boards and sheets
consumables.py the fault, the shop, and what has been worked out so far; what is used up, and hardware
"""
