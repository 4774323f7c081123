export const SCHEMA = "bf6df33eec3c8a0e";
