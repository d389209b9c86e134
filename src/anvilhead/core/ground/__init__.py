"""The ground between shots, and what is made of it.

terrain, contour, section_line, profile: its surface, bands of equal depth, strings over it; earthwork: cut and fill;
plane, finish, slab: what is poured on it; finish_choice: which height that goes to; falling_run: drains, trenches;
footing_bottom: how deep a footing goes, and where it steps; post, stud: on it.
"""
