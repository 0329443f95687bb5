class Base {}
module.exports = { Base };
