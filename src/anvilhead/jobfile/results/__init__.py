"""What `solve` prints and the API answers, stage by stage."""
