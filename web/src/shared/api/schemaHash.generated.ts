export const SCHEMA = "dcf724e3ca67977d";
