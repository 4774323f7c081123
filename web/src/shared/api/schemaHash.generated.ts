export const SCHEMA = "b2fe2493ab1da096";
