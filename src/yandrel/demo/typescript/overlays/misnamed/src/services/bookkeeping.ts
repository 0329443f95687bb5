/** What is in the till. */
export class Bookkeeping {
  show(): string {
    return 'fair';
  }
}
