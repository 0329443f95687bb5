'use strict';

const store = new Map();
store.open = true;
exports.ledger = store;
