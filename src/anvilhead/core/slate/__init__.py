"""One-off sums on the slate beside the jobs, with lengths as they are typed anywhere else.

quantity: a number, a length, an area or a volume, exact, and what may be done with it; expression: a sum as typed, read
and worked out; trade_sums: sums a crew does again and again: diagonals, legs, 3-4-5, spaces, falls.
"""
