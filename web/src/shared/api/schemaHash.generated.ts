export const SCHEMA = "a60d84c5f49d4a2c";
