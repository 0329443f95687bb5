const { tell } = require('.');

exports.open = () => tell();
