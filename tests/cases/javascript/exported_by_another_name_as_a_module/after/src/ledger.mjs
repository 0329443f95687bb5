const store = new Map();

export { store as ledger };
