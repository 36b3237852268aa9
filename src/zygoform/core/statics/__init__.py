"""How boards bend and pieces stand: sag, supports, tipping. Plain sums; the rules that judge them are in findings/.

stiffness.py  the wood's modulus of elasticity, and how it creeps
sag.py        how far a shelf bends, and how far it may reach
supports.py   brackets under a board, feet under a body, the height that results
tipping.py    whether a piece stands with its drawers out
"""
