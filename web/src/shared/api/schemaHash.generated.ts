export const SCHEMA = "272ad27e77465144";
