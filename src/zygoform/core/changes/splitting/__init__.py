"""A piece given another size, or parted.

resize/ made narrower or lower
split/  sawn into two
join/   two pieces made one
"""
