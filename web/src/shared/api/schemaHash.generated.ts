export const SCHEMA = "8fe9ab93d7055195";
