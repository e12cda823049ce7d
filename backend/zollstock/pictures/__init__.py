"""Pictures: the master files, never altered, their measured facts and their previews."""
