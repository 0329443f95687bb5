export const hives = 1;

export interface Hive {
  kilos: number;
}

export class Hive {
  frames = 1;
}
