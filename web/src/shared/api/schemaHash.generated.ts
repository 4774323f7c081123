export const SCHEMA = "ebd46225846bcc8e";
