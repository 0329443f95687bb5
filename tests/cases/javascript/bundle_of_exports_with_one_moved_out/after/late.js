module.exports = () => require('./lib/scales').weigh({});
