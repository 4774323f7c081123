export const SCHEMA = "07aba626c89a562f";
