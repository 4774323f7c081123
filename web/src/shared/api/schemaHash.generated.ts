export const SCHEMA = "d39626f1136a8210";
