export const SCHEMA = "b071ff8280a7dbaa";
