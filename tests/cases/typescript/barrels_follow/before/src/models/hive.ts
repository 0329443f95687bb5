import { Frame } from './frame';

export const FRAMES = 10;

/** A hive. */
export class Hive {
  frames: Frame[] = new Array(FRAMES);
}

export interface Weighed {
  kilos: number;
}
