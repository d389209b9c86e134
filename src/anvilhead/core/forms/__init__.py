"""Forms for a slab: what boards they are made of, and what holds them.

form_kit: side by side, boards, joints, stakes, cleats; cutting: all pieces from stock with little waste.
"""
