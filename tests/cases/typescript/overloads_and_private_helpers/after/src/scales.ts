export const unit = 'kg';

export function label(text: string): string {
  return text;
}

export const tare = (): string => label('tare');
