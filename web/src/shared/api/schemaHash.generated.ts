export const SCHEMA = "0a8a985c24348ce8";
