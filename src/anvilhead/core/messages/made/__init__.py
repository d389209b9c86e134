"""What is made on the lines, in words.

counting: so many of a thing; fence_words, form_words: fences, forms; pour_words: what goes under and into a
slab; trench_words: what a digger is told; stake_words: stakes and marks that stay;
day_words: days, tickets and tasks; danger_words: cautions and
hold points; built_words: the as-built record; trend_words: what a crew's own rounds say of it;
simulation_words: what simulated set-outs came to;
shelf_words: instruments on the shelf.
"""
