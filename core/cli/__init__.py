"""The command line over the core: read, derive, plan, catalog, bench. Needs no database."""
