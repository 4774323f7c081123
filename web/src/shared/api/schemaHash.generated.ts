export const SCHEMA = "f95860384ed08255";
