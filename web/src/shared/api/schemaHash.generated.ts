export const SCHEMA = "eefcbef20a5ceaaa";
