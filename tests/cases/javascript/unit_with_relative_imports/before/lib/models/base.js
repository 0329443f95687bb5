exports.Base = class {};
