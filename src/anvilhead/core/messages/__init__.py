"""Saying so: every sentence of the core, in the words of the trade and the units of the job.

words: the judgement; coach_words: the coach; plan_words, method_words, level_words: a plan, a way of squaring,
heights; frame_words: a joined frame; tape_words: the tape itself; decided_words: heights to be decided; footing_words:
bottoms of footings; edge_words: slabs beside concrete that is there; made: what is made on the lines, a file to each;
spoken: names as they are shouted; description: a drawing told to whoever cannot see it; unlikely: numbers hardly
meant.
"""
