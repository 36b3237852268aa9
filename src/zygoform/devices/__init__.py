"""Measuring devices: a line protocol over a local socket, and simulated ones that speak it.

protocol.py  one line of text as a value, and back; no line breaks it
simulator.py a distance meter and an angle gauge that behave like real ones; no sockets
server.py    serves the simulated ones on this machine: `zygoform-devices`
"""
