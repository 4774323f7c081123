export const SCHEMA = "30517864f19d753d";
