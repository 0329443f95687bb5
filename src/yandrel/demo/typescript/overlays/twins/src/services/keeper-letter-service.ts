export class LetterWriter {
  constructor(private greeting: string) {}

  write(lines: string[]): string {
    const head = `${this.greeting},`;
    return [head, '', ...lines].join('\n');
  }
}

export function tellKeeper(count: number): string {
  return new LetterWriter('Dear keeper').write([`keeper ${count}`]);
}
