"""What keeps a record honest: chain.py hashes what was written, one seal on the other."""
