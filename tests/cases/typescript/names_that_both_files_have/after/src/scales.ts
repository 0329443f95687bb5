export type Weight = number;
