let count = 0;

export function next() {
  count += 1;
  return count;
}

export function now() {
  return count;
}
