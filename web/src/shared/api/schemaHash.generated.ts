export const SCHEMA = "7287ee0a09ba1123";
