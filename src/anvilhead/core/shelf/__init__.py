"""The shelf: instruments that every job shares, and what their tests say of them.

shelf_kind: what stands there and how each kind is tested; known_length: a tape or a rod against a length that is
known; practised: what is used in the practice yard; steel: what heat, pull and sag do to a steel tape; looked_after:
when a test is due, and what to tell until then.
"""
