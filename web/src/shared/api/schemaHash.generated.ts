export const SCHEMA = "cae024dba4565ad8";
