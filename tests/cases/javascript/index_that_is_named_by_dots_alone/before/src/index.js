exports.name = 'Waxmoor';
