"""Colours as #rrggbb: how light, how far apart, mixed."""


def blend(first: str, second: str, share: float) -> str:
    """`share` of the second colour in the first."""
    parts = (round(a + (b - a) * share) for a, b in zip(_channels(first), _channels(second), strict=True))
    return "#" + "".join(f"{part:02x}" for part in parts)


def shaded(rgb: str, factor: float) -> str:
    """Darker (below 1) or lighter (above 1)."""
    return blend(rgb, "#000000", 1 - factor) if factor <= 1 else blend(rgb, "#ffffff", factor - 1)


def _channels(rgb: str) -> tuple[int, int, int]:
    return int(rgb[1:3], 16), int(rgb[3:5], 16), int(rgb[5:7], 16)


def contrast(first: str, second: str) -> float:
    """Ratio of relative luminances after WCAG 2: 1 for alike, 21 for black on white."""
    a, b = sorted((brightness(first), brightness(second)), reverse=True)
    return (a + 0.05) / (b + 0.05)


def brightness(rgb: str) -> float:
    """Relative luminance of #rrggbb, 0 to 1 (WCAG 2, from IEC 61966-2-1)."""
    parts = (c / 255 for c in _channels(rgb))
    r, g, b = (c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in parts)
    return 0.2126 * r + 0.7152 * g + 0.0722 * b
