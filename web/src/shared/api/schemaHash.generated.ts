export const SCHEMA = "9cc2efc0d0c3d6e3";
