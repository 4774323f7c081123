export const SCHEMA = "34c270bfd6fc4f4d";
