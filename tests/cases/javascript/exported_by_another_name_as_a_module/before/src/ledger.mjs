const _ledger = new Map();

export { _ledger as ledger };
