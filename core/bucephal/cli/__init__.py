"""The command line: the only room of the core that reads the clock and files."""
