"""Where the corners are, by least squares over all readings.

hold: what is held (the datum); network: readings and what is held as equations; normal_matrix: solving them;
adjustment: corners, ellipses, residuals; chance: how often random errors would do that; thrown: marks of one
laser setup; precision: how well planned pulls would know every point; near_plan: strings held near
their plan by their stakes.
"""
