module.exports = { hives: [], keepers: [] };
