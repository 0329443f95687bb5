module.exports = 2;
