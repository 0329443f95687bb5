export default function files(count: number): number {
  return count;
}
