"""Costs and how they grow, as ratios measured side by side."""
