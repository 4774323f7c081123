export const SCHEMA = "96f6bd13a18c20b7";
