"""What every room stands on and no horse is in: errors, problems of an input, texts, units, zip files."""
