"""Plans of any number of corners, to measure how work grows with them."""

from typing import Any


def comb(corners: int) -> dict[str, Any]:
    """A preview request: a wall with teeth, six families, a dig, ground heights, stock, as its document says them."""
    teeth = corners - 3
    top = [[f"{x * 0.9:.3f} m", "6.2 m" if x % 2 else "7.4 m"] for x in range(teeth, -1, -1)]
    return {
        "units": "m",
        "plan": {
            "kind": "building",
            "footprint": {"shape": "polygon", "corners": [["0 m", "0 m"], [f"{teeth * 0.9:.3f} m", "0 m"], *top]},
            "section": {"wall": "200 mm", "footing": "500 mm", "dig": "300 mm"},
            "boards": {
                "dig": {"depth": "600 mm", "slope": 0.5},
                "ground": {"A": "0 m", "B": "-0.2 m"},
                "stakes": ["0.9 m", "1.2 m"],
                "stock": ["3 m"],
            },
        },
    }
