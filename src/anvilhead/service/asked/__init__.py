"""What clients send."""
