"""A whole gym as one file: written out, and brought into another installation."""
