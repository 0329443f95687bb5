/* eslint-disable no-namespace */

export interface Weight {
  grams: number;
}
