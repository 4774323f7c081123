export const SCHEMA = "a7386cfe5d9f615f";
