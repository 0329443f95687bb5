const keepers = [{ id: '1', name: 'Wren' }];

module.exports = { keepers };
