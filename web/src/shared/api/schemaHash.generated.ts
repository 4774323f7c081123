export const SCHEMA = "281666a37ad95ad0";
