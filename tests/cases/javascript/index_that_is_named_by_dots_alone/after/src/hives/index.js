const waxmoor = require('../cooperative');

exports.tell = () => `hives of ${waxmoor.name}`;
