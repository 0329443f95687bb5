exports.open = () => 1;
