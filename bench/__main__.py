"""Prints every figure: `make bench`."""

import os
import statistics

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from bench.days import days_costs
from bench.finish import finish_costs
from bench.large import kinds_cost, large_paints, large_plans, quick_ms
from bench.long_lists import SECONDS, long_lists
from bench.memory import FEW, MANY, memory
from bench.patterns import dragged_ms, pattern_costs
from bench.sheets import sheets
from bench.startup import startup
from bench.work import layouts, plans, repaints


def told(title: str, figures: dict[str, float]) -> None:
    """A line for each."""
    print(title)
    for name, ms in figures.items():
        print(f"  {name:44} {ms:6.1f} ms")


def main() -> None:
    """Start-up, plan, painting, layouts."""
    times = startup()
    print("Start, against a bare program (medians)")
    print(f"  bare window painted      {1000 * times['bare']:6.0f} ms")
    for name, title in (("painted", "our window painted"), ("usable", "demo drawn and usable")):
        print(f"  {title:24} {1000 * times[name]:6.0f} ms   {times[name] / times['bare']:.2f} times")
    print("Plan worked out after an edit (medians)")
    for name, ms in plans().items():
        print(f"  {name:24} {ms:6.1f} ms")
    print("All of a screen painted (medians)")
    for name, ms in repaints().items():
        print(f"  {name:36} {ms:6.1f} ms")
    told("30 changes on 7 pieces (medians)", large_plans() | large_paints())
    print(f"300 parts with mixed mitres, quick layout: {quick_ms():.0f} ms")
    print(f"60 more kinds of change: {100 * kinds_cost():+.1f} % to load and plan")
    print("Patterns laid, against a plain clip of as many rectangles as there are strips (medians)")
    for name, (strips, pieces, ms, plain) in pattern_costs().items():
        print(f"  {name:26} {strips:5} strips, {pieces:5} pieces  {ms:6.1f} ms   {ms / plain:.1f} times")
    for name, ms in dragged_ms().items():
        print(f"  {name:44} {ms:6.1f} ms")
    told("Finish (medians)", finish_costs())
    told("Days (medians)", days_costs())
    few, many = memory()
    print(f"Memory: {few:.0f} MB after {FEW} edits, {many:.0f} after {MANY} ({many / few:.2f} times)")
    found = layouts()
    print(f"Layouts: the demo's two questions and {len(found) - 2} cut lists of 20 to 60 parts")
    for title, some in (("demo", found[:2]), ("lists", found[2:])):
        seconds = sorted(s for _, s, _ in some)
        within = sum(s <= 1 and a.proven for _, s, a in some)
        print(
            f"  {title:6} quick {statistics.median(q for q, _, _ in some):5.1f} ms; proven within a second "
            f"{within} of {len(some)}; median {statistics.median(seconds):.2f} s, longest {seconds[-1]:.2f} s; "
            f"proven at all {sum(a.proven for _, _, a in some)}"
        )
    figures = sheets()
    print("Sheets, cost over that of many runs of a packing library (means)")
    for title, share, (middle, longest) in (
        ("at once", figures.quick, figures.quick_seconds),
        ("at the end", figures.best, figures.best_seconds),
    ):
        took = f"median {1000 * middle:.0f} ms, longest {1000 * longest:.0f}"
        print(f"  {title:10} {100 * (share - 1):+.1f} %; {took}")
    print(f"Long lists, {SECONDS:.0f} s each (cents, or boards)")
    for name, quick, best, bound in long_lists():
        over = f"{100 * (best / bound - 1):.2f} % over its bound of {bound}" if bound else "no bound"
        print(f"  {name:24} quick {quick:7}, best {best:7}: {over}")


if __name__ == "__main__":
    main()
