exports.second = () => 2;
