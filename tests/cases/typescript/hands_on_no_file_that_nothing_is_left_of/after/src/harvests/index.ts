export const season = 1;

export function weigh(): number {
  return 1;
}
