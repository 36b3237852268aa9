"""What is done to drawers.

box/       new boxes behind fronts
rebuilt/   a drawer mended part by part
regrouped/ one into two, two into one, a false front, a tray
lining/    drawers lined from a roll
work.py    which drawers, the room behind each front, the steps of drawers
"""
