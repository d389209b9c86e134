"""What is planned beside the walls, and where it stands.

line_family: lines at an offset of every wall; family_footprint: one of them as what is squared; inner_line: beams,
piers, posts inside; place: named places along a line; offset_line: lines that stay; strip: a run with
a width; obstacle: what nothing may hit;
site: control, placing, the room to boundaries and neighbours.
"""
