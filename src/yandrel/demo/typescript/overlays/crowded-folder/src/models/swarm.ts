/** Who left. */
export class Swarm {
  show(): string {
    return 'fair';
  }
}
