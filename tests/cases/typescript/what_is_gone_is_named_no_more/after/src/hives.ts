export const label = (kilos: number): string => gradeOf(kilos);

export function gradeOf(kilos: number): string {
  return kilos > 10 ? 'high' : 'low';
}
