exports.weigh = () => 1;
