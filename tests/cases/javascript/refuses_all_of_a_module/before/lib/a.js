class Hive {}

class Frame {}

module.exports = Hive;
module.exports.Frame = Frame;
