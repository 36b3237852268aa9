"""Pieces cut from a roll of cane, cloth, mesh or paper, all one way up.

problem.py  what is asked and what is answered
layout.py   good orders at once; every order and place for up to eight pieces
verify.py   the independent checker
"""
