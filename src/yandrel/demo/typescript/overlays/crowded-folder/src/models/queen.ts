/** Who lays the eggs. */
export class Queen {
  show(): string {
    return 'fair';
  }
}
