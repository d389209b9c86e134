"""What is said in the practice yard.

briefs: titles, what is to be done; lessons: what a run teaches; string_words: strings, pulls and nails; height_words:
tops, readings and instruments; danger_words: what hangs over a yard and is painted on it.
"""
