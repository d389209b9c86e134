"""The open job file: its documents (models), reading them with every fault placed, and solving them.

The web application keeps and answers with the same documents, so a job solved on the command line gives
the same answer as on the screen.
"""
