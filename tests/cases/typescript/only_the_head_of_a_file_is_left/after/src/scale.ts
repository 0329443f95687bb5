export interface Weight {
  grams: number;
}

export const none: Weight = { grams: 0 };
