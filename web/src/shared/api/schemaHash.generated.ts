export const SCHEMA = "f628295820af8f39";
