"""Start-up's promises: the README's commands, the help list, and a way out of every usual trouble."""
