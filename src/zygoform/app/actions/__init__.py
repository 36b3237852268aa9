"""Everything one can do, as data.

action.py   what an action is, and making Qt's actions of the list
days_out.py the plan of days on its way out
asking.py   the questions about files
devices.py  measuring devices, and their readings to the field with the keyboard
opening.py  a large project opened while the window goes on answering
filing.py   new, open, save, export, and asking before unsaved work is lost
outlines.py outlines from a file, templates into one
taking.py   tables of one's own taken over
sharing.py  two windows or machines on one file notice each other
table.py    the list: menus, keys and tests come from it
"""
