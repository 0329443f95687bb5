module.exports = () => require('./lib/tools').weigh({});
