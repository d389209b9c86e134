"""Levels in the open job file: documents, what is wrong with them, and from them to results.

documents → shapes; level_points → where a name is on the plan; level_faults → what contradicts what;
book_solving, ground_solving, slab_solving, standing_solving, section_solving → results, in level_results.
"""
