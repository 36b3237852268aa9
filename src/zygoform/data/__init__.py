"""What ships with the program: fonts (with their licence), icons, the price list."""
