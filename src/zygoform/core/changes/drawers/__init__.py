"""What is done to drawers.

box/       new boxes behind fronts
rebuilt/   a drawer mended part by part
regrouped/ one into two, two into one, a false front, a tray
lining/    drawers lined from a roll
choice.py  which drawers, and the room behind each front
work.py    the steps of drawers
"""
