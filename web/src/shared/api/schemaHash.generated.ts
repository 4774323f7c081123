export const SCHEMA = "4144005484e935c9";
