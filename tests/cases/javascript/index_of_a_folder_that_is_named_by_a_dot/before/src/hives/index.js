const waxmoor = require('..');

exports.tell = () => `hives of ${waxmoor.name}`;
