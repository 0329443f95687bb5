export function weigh(hive) {
  return hive.weight;
}

export function label(hive) {
  return `${hive.name}: ${weigh(hive)} kg`;
}
