"""What a digger is told: how the bucket covers a footing, what is dug too wide, what the hole turned out to be.

bucket: passes; pad: pads square and as dug; as_dug: what was found against what was asked for.
"""
