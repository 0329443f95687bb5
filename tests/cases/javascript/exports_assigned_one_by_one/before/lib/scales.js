exports.tare = () => 0;
