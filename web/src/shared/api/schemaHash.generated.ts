export const SCHEMA = "f015d5982f107ea7";
