"""What a piece stands on.

legs/  legs or feet: straight, tapered, splayed
skirt/ boards round the bottom, mitred or butted
"""
