export function weigh(frames) {
  return frames.length;
}
