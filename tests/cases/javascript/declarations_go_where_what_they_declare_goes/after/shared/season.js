export const season = 1;

export function weigh(frames) {
  return frames.length;
}
