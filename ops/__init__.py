"""What start-up needs, with the standard library only: Debian packages, environments, the private
database, processes."""
