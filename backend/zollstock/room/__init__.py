"""What takes up room on disk, by account and job, and the rules by which made files go."""
