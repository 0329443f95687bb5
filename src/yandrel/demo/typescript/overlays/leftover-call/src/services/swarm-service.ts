/** How many swarms left. */
export function countSwarms(swarms: string[]): number {
  console.log('swarms', swarms);
  return swarms.length;
}
