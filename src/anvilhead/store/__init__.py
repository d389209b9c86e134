"""What is kept in MariaDB: tables, migrations and the queries over them.

Plans are documents with revisions; readings, strikes and log entries are rows that are only ever added.
Driver errors become this package's own errors here; no SQL stands anywhere else.
"""
