exports.weigh = (hive) => hive.grams;
