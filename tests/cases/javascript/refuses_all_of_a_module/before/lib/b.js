exports.b = 1;
