export interface Weight {
  grams: number;
}
