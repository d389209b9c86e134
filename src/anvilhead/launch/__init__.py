"""Everything that starts Anvilhead: set-up, the private database, the server, the command line.

`bootstrap` and `mariadb` import the standard library only, because they run before anything is installed.
"""
