export const SCHEMA = "918b250e30b4587e";
