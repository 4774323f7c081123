export const SCHEMA = "d7779d886c5f46cf";
