export function weigh(frames) {
  return frames.length;
}

export function lift() {}
