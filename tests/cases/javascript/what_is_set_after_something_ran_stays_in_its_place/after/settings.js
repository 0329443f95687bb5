const settings = { port: 1, named: {} };

settings.named.limit = 12;

module.exports = { settings };
