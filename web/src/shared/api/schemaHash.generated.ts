export const SCHEMA = "4bfca96f41ffd18a";
