"""How boards bend and pieces stand: sag, supports, tipping. Plain sums; the rules that judge them are in findings/.

sag.py      the wood's modulus of elasticity and how it creeps; how far a shelf bends and may reach
supports.py brackets under a board, feet under a body, the height that results
tipping.py  whether a piece stands with its drawers out
"""
