"""From the core to results, stage by stage: lines, boards, methods, calls, the square, points."""
