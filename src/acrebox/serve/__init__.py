"""What `bin/start` runs: the database, its migrations, the sample yard, the web server; all stopped
together.
"""
