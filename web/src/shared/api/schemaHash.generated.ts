export const SCHEMA = "039db6cb77fbd1da";
