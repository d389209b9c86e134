"""Points, outlines, walks: plane geometry that knows nothing of tapes or boards.

A at the origin, A→B along +x, +y to the left of it. point: points and directions; stretch: where lines meet
and stretches touch, areas; along: stations of a line that bends, heights along it; footprint: corners, sides, inward;
walk: walls one after the other, and what closes them; shapes: outlines to start from.
"""
