"""What state a piece is in: what its parts are made of, and what is wrong with them. Words and values only.

materials.py what a part can be made of, how to tell, and what that allows
fault.py     a fault with its sizes, pinned to a part
faults.py    the kinds of fault: what to measure of each, and what is usually done
remedies.py  what is done about a fault, with the reason and what it needs
"""
