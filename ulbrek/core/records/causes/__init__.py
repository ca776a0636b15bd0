"""Why a casting came out as it did: what is known of defects and their causes, and how they are weighed."""
