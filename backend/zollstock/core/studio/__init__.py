"""What a studio has and knows: media, stock, pace, measures; one value beside the plan."""
