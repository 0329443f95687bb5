export const FRAMES = 10;

export interface Weighed {
  kilos: number;
}
