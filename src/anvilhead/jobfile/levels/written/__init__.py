"""From a level book to results: the ground, things set to height, slabs, what stands, sections."""
