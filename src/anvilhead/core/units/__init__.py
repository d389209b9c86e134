"""How builders write numbers, and what small numbers mean.

length_reading, length_printing: a length as it is typed, and as a tape or a rod shows it; units: what a bare number
means. standards, purpose: what a crew usually starts from, and what may be off by what stands on the lines.
tolerances: every small number the core compares with; errors: what is wrong, in words, with a code.
"""
