"""Other open formats in and out: DXF, CSV of points, SVG, and the PDF site sheet.

Built from results and documents of the job file; nothing here computes a rule of the job.
"""
