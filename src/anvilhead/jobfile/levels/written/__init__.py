"""From a level book to results.

said → what documents mean to the core; hanging → readings from strings; book_solving → the book worked out; frames →
the ground in each plan frame; setup_solving, closing_solving, recheck_solving, height_solving, accepted_solving → the
book itself; ground_solving, slab_solving, edge_solving, standing_solving, section_solving, profile_solving,
finish_solving, first_board_solving, run_solving, string_solving, footing_solving, fence_heights → what stands on it;
level_solving → all together.
"""
