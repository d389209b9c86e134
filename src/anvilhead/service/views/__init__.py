"""What clients get, made from plain records."""
