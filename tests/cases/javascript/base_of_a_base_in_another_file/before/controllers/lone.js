class Lone {}
module.exports = { Lone };
