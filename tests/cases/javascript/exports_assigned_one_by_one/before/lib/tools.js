exports.weigh = weigh;
exports.read = read;

function weigh(hive) {
  return read(hive);
}

function read(hive) {
  return hive.kilos;
}
