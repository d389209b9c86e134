"""From documents to the core, once: plans worked out, placed on the site, what pulls can name, rounds judged."""
