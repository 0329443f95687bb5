export function gradeOf(kilos: number): string {
  return kilos > 10 ? 'high' : 'low';
}
