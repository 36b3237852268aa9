"""What a remedy comes to: parts, supplies and fittings sized from the fault it mends.

job.py    the fault, the shop, and what has been worked out so far
wood.py   parts cut from strips, boards and sheets
used.py   what is used up, and hardware
works.py  the kind of work -> its function, and the wood it needs
"""
