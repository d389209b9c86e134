"""Made-up sample jobs, so that a first look shows a yard at work."""
