"""What to buy and what it costs.

purchase.py what to buy, what is kept of the hardware, what is too little
"""
