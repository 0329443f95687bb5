export function weigh(hive) {
  return hive.weight;
}
