"""Where the core is run for the server: in helper processes with a limit, and kept where it may be asked
again."""
