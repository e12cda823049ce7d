"""What everything stands on: exact numbers, lengths, how they are shown, tables, refusals. Knows no print."""
