export const SCHEMA = "29418120a14c22f2";
