const { tell } = require('./hives');

exports.open = () => tell();
