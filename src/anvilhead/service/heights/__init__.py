"""Heights: recorded, planned, brought in, shown."""
