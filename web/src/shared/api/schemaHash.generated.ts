export const SCHEMA = "8d2fceebb57f18e3";
