/** What holds a comb. */
export class Frame {
  show(): string {
    return 'fair';
  }
}
