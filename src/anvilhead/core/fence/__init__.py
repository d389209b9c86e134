"""Fences along open runs: which posts stand where, and how deep.

bays: what becomes of the remainder between posts that are given; fence: every post of a run with its gates, and where
its hole goes; set_posts: posts as they were really set, and the rest re-spaced; post_depth: how deep, and how long;
tops: how high; rails: between them; hole_fill: what goes into the holes; aim_cross: how a hole is found again;
obstacles: what they must miss.
"""
