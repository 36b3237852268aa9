"""What state a piece is in: what its parts are made of, and what is wrong with them. Words and values only.

materials.py what a part can be made of, how to tell, and what that allows
kinds/       the kinds of fault
use.py       what a piece is for
weights.py   what parts weigh
photo.py     photos with numbered dots
disassembly.py     where parts go that come off; bags of hardware
condition.py  the state all pieces were found in
fault.py     a fault with its sizes, pinned to a part
faults.py    all kinds of fault by their code; kinds/ has them in groups
remedies.py  what is measured of a kind of fault, and its remedies with their reasons
"""
