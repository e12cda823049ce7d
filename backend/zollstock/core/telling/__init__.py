"""What a worked-out plan tells people: findings, choices, the distance rail, sharpening."""
