"""How it looks.

tokens.py colours and sizes by meaning
fonts.py  the shipped family
icons.py  the line icons, tinted at load
look.py   puts a theme and a text size on
style.py  the style sheet
plain.py  text of others is shown as it was written
"""
