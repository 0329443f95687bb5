exports.round = Math.round;
