"""The typed HTTP face: one router per noun, errors as problem+json (RFC 9457). Views only call actions and
show values."""
