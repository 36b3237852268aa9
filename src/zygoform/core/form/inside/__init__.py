"""What stands behind a front, part by part: guessed by proportion until it is measured.

drawer.py sides, back and bottom of a drawer, what it runs on, the holes of its pull
door.py   a door of one board, or framed round a panel, a pane, mesh or cane; shelves
opened.py drawers drawn out and doors open, to look in
"""
