export function log(text: string): void {
  console.log(text);
}
