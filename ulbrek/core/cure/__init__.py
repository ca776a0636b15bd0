"""Cure: turns what every act needs into hours."""
