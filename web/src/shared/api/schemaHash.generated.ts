export const SCHEMA = "3c7f03d1a79c8746";
