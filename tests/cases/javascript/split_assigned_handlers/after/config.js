exports.GRAMS = 2500;
