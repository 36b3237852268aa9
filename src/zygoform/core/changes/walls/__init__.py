"""What holds a piece to a wall.

brackets/ brackets where the studs are
anchor/   straps, so that it cannot tip
"""
