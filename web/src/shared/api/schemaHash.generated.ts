export const SCHEMA = "c96ba4a1f308f659";
