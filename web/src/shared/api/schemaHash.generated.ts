export const SCHEMA = "d337550bd3f2de5e";
