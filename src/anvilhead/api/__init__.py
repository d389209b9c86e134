"""HTTP: thin routers over the services, problem documents for every error (RFC 9457)."""
