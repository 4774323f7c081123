export const SCHEMA = "2110907c94e3ce09";
