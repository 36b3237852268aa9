"""One list in the order of a shop.

stage.py the screen
row.py   one thing to buy, with its price
"""
