exports.read = read;

function read(hive) {
  return hive.kilos;
}
