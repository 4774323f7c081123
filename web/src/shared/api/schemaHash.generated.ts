export const SCHEMA = "c4d47efc1d3ac21f";
