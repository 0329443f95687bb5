/** How many frames some boxes hold. */
export function framesOf(boxes: number): number {
  return boxes * 10;
}
