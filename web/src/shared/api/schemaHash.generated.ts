export const SCHEMA = "ff548f8b27281e58";
