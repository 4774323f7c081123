export const SCHEMA = "0fe62009f47fa01e";
