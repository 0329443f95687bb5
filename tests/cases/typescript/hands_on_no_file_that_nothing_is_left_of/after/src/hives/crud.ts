export function list(): string[] {
  return [];
}
