"""What goes under, into and over a slab: base in lifts, bars, mesh, dowels, joints, the order of concrete.

across: where lines cross an outline; lifts: base in lifts; bars: a grid of bars; mesh: sheets; dowels: into old
concrete; control_joints: panels; concrete_order: trucks and time.

Sizes are typed: what an engineer or the code decides is never worked out here.
"""
