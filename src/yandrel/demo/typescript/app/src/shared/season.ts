const SEASONS = ['winter', 'spring', 'summer', 'autumn'];

/** The season that a day lies in. */
export function seasonOf(day: Date): string {
  return SEASONS[Math.floor(((day.getUTCMonth() + 1) % 12) / 3)]!;
}
