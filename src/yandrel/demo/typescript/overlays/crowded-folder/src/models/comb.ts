/** What bees build. */
export class Comb {
  show(): string {
    return 'fair';
  }
}
