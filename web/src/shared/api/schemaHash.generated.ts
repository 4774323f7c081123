export const SCHEMA = "fdf4fbc06844502f";
