"""Judgements by their subject, each a function of its name: rule(view) -> findings.

top_sags.py     a new top under what the piece carries
tipping.py      pieces that would tip with drawers out, under a child, in wind
damp.py         what a wet room or outdoors rules out and asks for
at_the_saw.py   parts longer than any board, too short for their ends or to hold, cut more or fewer than
                planned, spare strips that alone buy another length, boards that do not go into the car
joined.py       screws that nothing on sale is right for or that parts do not hold; parts that take the room of
                others
on_the_floor.py what reaches the floor at one end only, new feet inside a new skirt, doors too low over the
                floor
readings.py     sizes of the front that do not come to the room there is, readings that contradict each other,
                parts that rest on a guess, drawers wider than their opening is sure to be
"""
