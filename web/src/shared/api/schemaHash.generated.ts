export const SCHEMA = "6c95b514b27655ab";
