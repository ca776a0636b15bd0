"""Serving Ulbrek for real: with sign-in, over TLS or behind a proxy, in several workers."""
