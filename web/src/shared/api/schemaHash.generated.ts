export const SCHEMA = "833583d4649ef11e";
