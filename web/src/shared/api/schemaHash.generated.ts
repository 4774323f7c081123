export const SCHEMA = "4923694f41209170";
