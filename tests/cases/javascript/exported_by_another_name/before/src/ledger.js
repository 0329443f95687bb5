'use strict';

const _ledger = new Map();
_ledger.open = true;
exports.ledger = _ledger;
