"""The air that concrete lies in: its hours, what dries out of a wet face, and how much heat goes through a cover."""
