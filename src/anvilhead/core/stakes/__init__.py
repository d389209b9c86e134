"""Stakes and marks that stay: what is written on them, what others wrote, what became of them.

register: what was set, checked, lost; legend: what is written on a stake; lath: what a surveyor's lath says;
hubs: laths held against each other; media: paint, flags or whiskers.
"""
