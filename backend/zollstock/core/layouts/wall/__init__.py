"""What hangs on a wall: heights, nails, the hanging plan, the wall as it is seen."""
