const hives = new Map([['1', { id: '1', name: 'Heath' }]]);

module.exports = { hives };
