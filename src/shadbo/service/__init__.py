"""Starting, testing and running: settings, the loopback PostgreSQL, the command line."""
