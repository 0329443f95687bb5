const grams = 1;

module.exports = { grams };
