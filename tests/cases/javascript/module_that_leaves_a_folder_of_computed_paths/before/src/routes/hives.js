exports.hive = 1;
