"""Levels in the open job file: documents, what is wrong with them, and from them to results.

documents, measured, parts, decided, footings, strings, names → shapes; level_points → where a name is on the plan;
level_faults, line_faults → what contradicts what; finish_taken → a height taken; level_results, built_results,
decided_results, footing_results, string_results, fence_results → results, which the files in written/ make.
"""
