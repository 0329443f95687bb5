export interface Hive {
  kilos: number;
}

export const other = 1;

export class Hive {
  frames = 1;
}
