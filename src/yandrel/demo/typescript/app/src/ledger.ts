/** What the co-operative owes its keepers: a price for each grade. */
export const PRICES: Record<string, number> = { golden: 9, amber: 7, clear: 5 };

export function worth(grade: string, weight: number): number {
  return Math.floor((weight * PRICES[grade]!) / 1000);
}
